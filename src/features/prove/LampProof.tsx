'use client';
import { type FormEvent, useState } from 'react';
import { brightness } from '@/core/controls';
import { type ProofLine, proveView } from '@/core/job';
import { levelCode, otherwise, type Seen } from '@/core/prove';
import { BUTTON, FIELD } from '@/ui/classes';
import { LampFace } from '@/ui/LampFace';
import { WarningMark } from '@/ui/marks';
import { useBusy, useJob, useSwapIn, useView } from '../job/JobContext';
import { levelWords } from '../job/levelWords';

type LampLine = ProofLine['lamps'][number];

/** One lamp in one setting: drawn as it should look, and a line per function for what it did. */
export function LampProof({ line, lamp, onSaved }: { line: ProofLine; lamp: LampLine; onSaved: () => void }) {
  const { view, words, say, sender, rights } = useJob();
  const sending = useBusy();
  const { t, tCode } = words;
  const fitted = useSwapIn(useView(proveView))?.lamps[lamp.position];
  const [seen, setSeen] = useState<Readonly<Record<string, Seen>>>(() =>
    Object.fromEntries(
      lamp.cells.map((c) => [c.cell.does, c.state === 'mismatch' && c.seen ? c.seen : 'as-expected']),
    ),
  );
  const [text, setText] = useState(lamp.seenBy?.words ?? '');
  const levels = Object.fromEntries(
    lamp.cells.map((c) => [c.cell.does, c.cell.level ? brightness(c.cell.level, true) : 1]),
  );
  const otherThan = Object.values(seen).filter((s) => s !== 'as-expected').length;
  const proven = lamp.cells.every((c) => c.state === 'proven');
  const save = async (event: FormEvent) => {
    event.preventDefault();
    const kept = await sender.send('proof-seen', {
      position: lamp.position,
      lamp: lamp.lamp,
      step: line.id,
      seen: Object.fromEntries(
        lamp.cells.map((c) => [
          c.cell.does,
          { expected: levelCode(c.cell.level), seen: seen[c.cell.does] ?? 'as-expected' },
        ]),
      ),
      ...(text.trim() ? { words: text.trim() } : {}),
    });
    if (kept) onSaved();
  };
  return (
    <form onSubmit={save} noValidate data-lamp-proof={lamp.position} data-proven={proven}>
      <div className="flex items-center gap-4">
        {fitted && (
          <LampFace
            lamp={fitted}
            levels={levels}
            widthPx={fitted.face.aspect < 1 ? 54 : 120}
            label={t('prove.face', { position: say.position(lamp.position) })}
          />
        )}
        <p>
          <b className="first-letter:uppercase">{say.position(lamp.position)}</b>
          <span className="block text-sm text-soft">
            {lamp.seenBy ? t('prove.seen-by', { by: view.names[lamp.seenBy.by] ?? '' }) : t('prove.not-seen')}
          </span>
        </p>
      </div>
      <ul className="mt-2">
        {lamp.cells.map((c) => {
          const id = `${line.id}/${lamp.position}/${c.cell.does}`;
          return (
            <li
              key={c.cell.does}
              className="border-b border-line py-0.5"
              data-cell={c.cell.does}
              data-cell-state={c.state}
            >
              <div className="grid grid-cols-[minmax(0,1fr)_9.5rem] items-center gap-3">
                <label htmlFor={id}>
                  {say.does(c.cell.does)}{' '}
                  <span
                    className={c.cell.level && c.cell.level.kind !== 'off' ? 'font-semibold' : 'text-soft'}
                  >
                    {c.cell.level ? levelWords(c.cell.level, t) : t('prove.works')}
                  </span>
                </label>
                <select
                  id={id}
                  className={`${FIELD} py-0.5 text-sm`}
                  value={seen[c.cell.does]}
                  disabled={!rights.workAtVehicle}
                  onChange={(e) => setSeen({ ...seen, [c.cell.does]: e.target.value as Seen })}
                >
                  <option value="as-expected">{t('seen.as-expected')}</option>
                  {otherwise(c.cell).map((s) => (
                    <option key={s} value={s}>
                      {tCode(`seen.${s}`)}
                    </option>
                  ))}
                </select>
              </div>
              {c.cause && (
                <p className="flex gap-1.5 text-sm text-plum">
                  <WarningMark /> {say.reason(c.cause).text}
                </p>
              )}
              {c.state === 'outdated' && <p className="text-sm text-indigo">{t('prove.outdated')}</p>}
            </li>
          );
        })}
      </ul>
      {rights.workAtVehicle && (
        <div className="mt-2 grid gap-2">
          {otherThan > 0 && (
            <label className="grid gap-1 text-sm font-semibold">
              {t('prove.words')}
              <input className={FIELD} value={text} onChange={(e) => setText(e.target.value)} />
            </label>
          )}
          <button type="submit" className={proven ? BUTTON.plain : BUTTON.main} disabled={sending}>
            {otherThan === 0 ? t('prove.all-as-expected') : t('prove.save', { count: otherThan })}
          </button>
        </div>
      )}
    </form>
  );
}
