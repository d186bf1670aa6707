'use client';
import { useId, useState } from 'react';
import { matchesWords } from '@/core/catalogue';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';

export interface FamilyChoice {
  readonly id: string;
  readonly name: string;
  readonly lightVehicle: boolean;
  /** Kind of body: `van`, `trailer`. */
  readonly body: string;
}

const SHOWN = 6;

/** Picks a vehicle line of the shelf by a few typed letters; arrow keys and Enter choose. */
export function FamilyPicker({
  families,
  chosen,
  onChoose,
  fault,
}: {
  families: readonly FamilyChoice[];
  chosen: string;
  onChoose: (id: string) => void;
  fault: string | null;
}) {
  const { t } = useWords();
  const id = useId();
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const found =
    typed.trim().length < 2
      ? []
      : families.filter((f) => matchesWords(`${f.name} ${f.body}`, typed)).slice(0, SHOWN);
  const name = families.find((f) => f.id === chosen)?.name;
  const choose = (f: FamilyChoice | undefined) => {
    if (!f) return;
    onChoose(f.id);
    setTyped('');
    setAt(0);
  };
  if (name)
    return (
      <p className="grid content-start gap-1 text-sm font-semibold" data-family={chosen}>
        {t('new.family')}
        <span className="flex items-center gap-3 text-base">
          {name}
          <button type="button" className={BUTTON.quiet} onClick={() => onChoose('')}>
            {t('new.another-family')}
          </button>
        </span>
      </p>
    );
  return (
    <div className="relative grid content-start gap-1 text-sm font-semibold">
      <label htmlFor={id}>{t('new.family')}</label>
      <input
        id={id}
        name="family-search"
        className={FIELD}
        role="combobox"
        aria-expanded={found.length > 0}
        aria-controls={`${id}-list`}
        aria-activedescendant={found[at] ? `${id}-${found[at].id}` : undefined}
        aria-invalid={fault !== null}
        autoComplete="off"
        placeholder={t('new.family-example')}
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt(Math.min(at + 1, found.length - 1));
          else if (e.key === 'ArrowUp') setAt(Math.max(at - 1, 0));
          else if (e.key === 'Enter' && found.length > 0) choose(found[at]);
          else return;
          e.preventDefault();
        }}
      />
      <ul
        id={`${id}-list`}
        role="listbox"
        aria-label={t('new.family')}
        className="absolute top-full z-10 w-full border border-outline bg-raised font-normal empty:hidden"
      >
        {found.map((f, i) => (
          <li
            key={f.id}
            id={`${id}-${f.id}`}
            role="option"
            aria-selected={i === at}
            className="cursor-pointer px-2.5 py-1.5 text-base aria-selected:bg-petrol-wash"
            onPointerDown={(e) => {
              e.preventDefault();
              choose(f);
            }}
          >
            {f.name}
          </li>
        ))}
      </ul>
      {typed.trim().length >= 2 && found.length === 0 && (
        <span className="font-normal text-soft">{t('new.no-family')}</span>
      )}
      {fault !== null && (
        <span role="alert" className="font-normal text-plum">
          {fault}
        </span>
      )}
    </div>
  );
}
