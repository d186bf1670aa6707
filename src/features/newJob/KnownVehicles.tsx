'use client';
import { useState } from 'react';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';

export interface KnownVehicle {
  readonly id: string;
  readonly name: string;
  readonly identity: string;
}

async function find(text: string): Promise<readonly KnownVehicle[]> {
  const answer = await fetch(`/api/vehicles?q=${encodeURIComponent(text)}`);
  if (!answer.ok) throw new Error(String(answer.status));
  return (await answer.json()) as readonly KnownVehicle[];
}

/** Finds a vehicle that was here before by three letters of VIN, plate, serial or fleet number. */
export function KnownVehicles({
  chosen,
  onChoose,
}: {
  chosen: KnownVehicle | null;
  onChoose: (v: KnownVehicle | null) => void;
}) {
  const { t } = useWords();
  const [text, setText] = useState('');
  const [found, setFound] = useState<{ for: string; list: readonly KnownVehicle[] } | null>(null);
  const search = (typed: string) => {
    setText(typed);
    if (typed.trim().length < 3) return setFound(null);
    void find(typed).then(
      (list) => setFound({ for: typed, list }),
      () => setFound(null),
    );
  };
  if (chosen)
    return (
      <p className="flex items-center gap-4 border-l-4 border-petrol bg-petrol-wash px-4 py-3">
        <span className="flex-1">
          {t('new.been-here')} <b>{chosen.name}</b> <span className="font-mono">{chosen.identity}</span>
        </span>
        <button type="button" className={BUTTON.plain} onClick={() => onChoose(null)}>
          {t('new.another')}
        </button>
      </p>
    );
  return (
    <div className="grid gap-2">
      <label className="grid max-w-md gap-1 text-sm font-semibold">
        {t('new.find')}
        <input
          className={`${FIELD} font-mono`}
          value={text}
          onChange={(e) => search(e.target.value)}
          autoFocus
          autoComplete="off"
          placeholder={t('new.find-example')}
        />
      </label>
      <ul aria-live="polite">
        {found?.for === text && found.list.length === 0 && (
          <li className="text-sm text-soft">{t('new.none-found')}</li>
        )}
        {found?.for === text &&
          found.list.map((v) => (
            <li key={v.id}>
              <button type="button" className={BUTTON.quiet} onClick={() => onChoose(v)}>
                {v.name} <span className="font-mono">{v.identity}</span>
              </button>
            </li>
          ))}
      </ul>
    </div>
  );
}
