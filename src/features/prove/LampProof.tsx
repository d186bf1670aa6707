'use client';
import { type FormEvent, useState } from 'react';
import { brightness } from '@/core/controls';
import { type ProofLine, proofSaid, proveView } from '@/core/job';
import { otherwise, type Seen, socketsOf } from '@/core/prove';
import { BUTTON, FIELD } from '@/ui/classes';
import { LampFace } from '@/ui/LampFace';
import { WarningMark } from '@/ui/marks';
import { useBusy, useJob, useSwapIn, useView } from '../job/JobContext';
import { levelWords } from '../job/levelWords';
import { Moving } from './Moving';
import { SocketsSeen } from './SocketsSeen';

type LampLine = ProofLine['lamps'][number];

/** One lamp in one setting: drawn as it should look; one tap where it is just so, else what is otherwise and how. */
export function LampProof({
  line,
  lamp,
  several,
  onSaved,
}: {
  line: ProofLine;
  lamp: LampLine;
  /** Others of the setting are open as well: what is most usual is said of all at once, above. */
  several: boolean;
  onSaved: () => void;
}) {
  const { view, words, say, sender, rights } = useJob();
  const sending = useBusy();
  const { t } = words;
  const fitted = useSwapIn(useView(proveView))?.lamps[lamp.position];
  const [telling, setTelling] = useState(false);
  const levels = Object.fromEntries(
    lamp.cells.map((c) => [c.cell.does, c.cell.level ? brightness(c.cell.level, true) : 1]),
  );
  const proven = lamp.cells.every((c) => c.state === 'proven');
  const save = async (seen: Readonly<Record<string, Seen>>, said: string, order?: string) => {
    if (await sender.send('proof-seen', proofSaid(line, lamp, seen, { words: said, order }))) onSaved();
  };
  return (
    <section
      className={proven ? 'max-md:order-last' : ''}
      data-lamp-proof={lamp.position}
      data-proven={proven}
      aria-label={say.position(lamp.position)}
    >
      <div className="flex items-center gap-4">
        {fitted && (
          <LampFace
            lamp={fitted}
            levels={levels}
            widthPx={fitted.face.aspect < 1 ? 62 : 150}
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
        {lamp.cells.map((c) => (
          <Expected key={c.cell.does} position={lamp.position} cell={c} />
        ))}
      </ul>
      {rights.workAtVehicle && !telling && (
        <div className="mt-2 flex flex-wrap gap-3">
          <button
            type="button"
            className={`${proven || several ? BUTTON.plain : BUTTON.main} min-w-36`}
            disabled={sending}
            data-act={proven || several ? undefined : ''}
            onClick={() => void save({}, '')}
            aria-label={t('prove.just-so-of', { position: say.position(lamp.position) })}
            data-just-so
          >
            {t('prove.just-so')}
          </button>
          <button type="button" className={BUTTON.plain} onClick={() => setTelling(true)} data-otherwise>
            {t('prove.otherwise')}
          </button>
        </div>
      )}
      {telling && <Otherwise lamp={lamp} onSave={save} onBack={() => setTelling(false)} />}
    </section>
  );
}

type Cell = LampLine['cells'][number];

/** A function with what to expect of it, and what was seen where that was otherwise. */
function Expected({ position, cell: c }: { position: string; cell: Cell }) {
  const { words, say } = useJob();
  const { t, tCode } = words;
  const lit = c.cell.level !== null && c.cell.level.kind !== 'off';
  return (
    <li className="border-b border-line py-1" data-cell={c.cell.does} data-cell-state={c.state}>
      <span className="flex justify-between gap-3">
        {say.does(c.cell.does)}
        <span className={lit ? 'font-semibold' : 'text-soft'}>
          {c.cell.level ? levelWords(c.cell.level, t) : t(c.cell.moves ? 'prove.moves' : 'prove.works')}
        </span>
      </span>
      {c.cell.moves && <Moving position={position} does={c.cell.does} moves={c.cell.moves} />}
      {c.state === 'mismatch' && c.seen && (
        <p className="text-sm font-semibold text-plum">
          {t('prove.was-seen', { seen: tCode(`seen.${c.seen}`) })}
        </p>
      )}
      {c.cause && (
        <p className="flex gap-1.5 text-sm text-plum">
          <WarningMark /> {say.reason(c.cause).text}
        </p>
      )}
      {c.state === 'outdated' && <p className="text-sm text-indigo">{t('prove.outdated')}</p>}
    </li>
  );
}

/** Which function is otherwise, and how; nothing is chosen until somebody taps it. */
function Otherwise({
  lamp,
  onSave,
  onBack,
}: {
  lamp: LampLine;
  onSave: (seen: Readonly<Record<string, Seen>>, said: string, order?: string) => Promise<void>;
  onBack: () => void;
}) {
  const { words, say } = useJob();
  const sending = useBusy();
  const { t, tCode } = words;
  const [at, setAt] = useState<string | null>(null);
  const [seen, setSeen] = useState<Readonly<Record<string, Seen>>>({});
  const [text, setText] = useState(lamp.seenBy?.words ?? '');
  const [order, setOrder] = useState<readonly number[]>([]);
  const cell = lamp.cells.find((c) => c.cell.does === at);
  const count = Object.keys(seen).length;
  const sockets = cell && seen[cell.cell.does] === 'wrong-order' ? socketsOf(cell.cell) : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const whole = sockets !== null && order.length === sockets;
    if (count > 0) void onSave(seen, text.trim(), whole ? order.join('-') : undefined);
  };
  const chip =
    'min-h-9 rounded-sm border border-outline bg-raised px-2.5 text-sm font-semibold aria-pressed:border-plum aria-pressed:bg-plum-wash aria-pressed:text-plum';
  return (
    <form onSubmit={submit} noValidate className="mt-2 grid gap-2 bg-sunk p-3" data-telling>
      <p className="text-sm text-soft">{t('prove.otherwise-about')}</p>
      <div className="flex flex-wrap gap-2" role="group" aria-label={t('functions.function')}>
        {lamp.cells.map((c) => (
          <button
            key={c.cell.does}
            type="button"
            className={chip}
            aria-pressed={at === c.cell.does || seen[c.cell.does] !== undefined}
            onClick={() => setAt(c.cell.does)}
            data-otherwise-at={c.cell.does}
          >
            {say.does(c.cell.does)}
            {seen[c.cell.does] && `: ${tCode(`seen.${seen[c.cell.does]}`)}`}
          </button>
        ))}
      </div>
      {cell && (
        <div
          className="flex flex-wrap gap-2 border-t border-line pt-2"
          role="group"
          aria-label={say.does(cell.cell.does)}
        >
          {otherwise(cell.cell).map((s) => (
            <button
              key={s}
              type="button"
              className={chip}
              aria-pressed={seen[cell.cell.does] === s}
              onClick={() => setSeen({ ...seen, [cell.cell.does]: s })}
              data-otherwise-how={s}
            >
              {tCode(`seen.${s}`)}
            </button>
          ))}
        </div>
      )}
      {sockets !== null && <SocketsSeen count={sockets} order={order} onOrder={setOrder} />}
      {count > 0 && (
        <label className="grid gap-1 text-sm font-semibold">
          {t('prove.words')}
          <input className={FIELD} value={text} onChange={(e) => setText(e.target.value)} />
        </label>
      )}
      <div className="flex gap-3">
        <button type="submit" className={BUTTON.main} disabled={sending || count === 0}>
          {t('prove.save', { count })}
        </button>
        <button type="button" className={BUTTON.quiet} onClick={onBack}>
          {t('prove.cancel')}
        </button>
      </div>
    </form>
  );
}
