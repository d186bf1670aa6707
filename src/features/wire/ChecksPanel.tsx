'use client';
import { type FormEvent, useMemo, useState } from 'react';
import {
  APART_OHM,
  type HarnessFault,
  judgeRing,
  practiceHarness,
  practiceOhm,
  practiceVolt,
  probeCause,
  probeGood,
  ringCause,
  stateText,
  WHOLE_OHM,
} from '@/core/harness';
import type { CheckReading, ProbeLine, RingLine } from '@/core/job';
import { readMeter } from '@/core/quantity';
import type { Reason } from '@/core/reason';
import { BUTTON, FIELD } from '@/ui/classes';
import { VerdictMark, WarningMark } from '@/ui/marks';
import { useJob } from '../job/JobContext';
import type { PanelProps } from './wireScope';

/** Readings of the practice meter; they stay on this screen. */
type Practice = Readonly<Record<string, number | null>>;

/** What to measure before power and after: large lines, ticked by the reading, the likeliest cause beside them. */
export function ChecksPanel({ wiring }: PanelProps) {
  const { view, words, say } = useJob();
  const { t } = words;
  const [seed, setSeed] = useState<number | null>(null);
  const [practice, setPractice] = useState<Practice>({});
  const [told, setTold] = useState(false);
  const c = wiring.checks;
  const harness = useMemo(() => (c && seed !== null ? practiceHarness(c.nets, seed) : null), [c, seed]);
  if (!c) return <p className="text-plum">{t('wire.live-none')}</p>;
  const cause = harness ? practiceCause(c, practice) : (c.ringCause ?? c.probeCause);
  const measure = (line: RingLine | ProbeLine) => {
    if (!harness) return;
    const value =
      'id' in line
        ? ((ohm) => (Number.isFinite(ohm) ? ohm : null))(practiceOhm(line.step, c.nets, harness))
        : practiceVolt(line.step, harness.seed).volt;
    setPractice({ ...practice, ['id' in line ? line.id : line.step.id]: value });
  };
  const start = (s: number | null) => {
    setSeed(s);
    setPractice({});
    setTold(false);
  };
  const settings = [...new Set(c.probes.map((p) => stateText(p.step.state)))];
  return (
    <div className="grid gap-5">
      {view.family.hazards.includes('high-voltage') && (
        <p className="flex gap-2 font-semibold">
          <WarningMark /> {t('check.hv')}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3 border border-line px-3 py-2">
        <label className="flex items-center gap-2 font-semibold">
          <input
            type="checkbox"
            className="accent-petrol"
            checked={harness !== null}
            data-practice
            onChange={(e) => start(e.target.checked ? 1 : null)}
          />
          {t('check.practice')}
        </label>
        <span className="text-sm text-soft">{t('check.practice-about')}</span>
        {harness && (
          <>
            <button className={BUTTON.plain} onClick={() => start((seed ?? 0) + 1)}>
              {t('check.practice-new')}
            </button>
            <button className={BUTTON.quiet} onClick={() => setTold(true)}>
              {t('check.practice-answer')}
            </button>
            {told && (
              <b data-practice-answer={harness.fault?.kind ?? 'none'}>{faultWords(harness.fault, words)}</b>
            )}
          </>
        )}
      </div>
      {cause && (
        <p
          className="flex gap-3 border border-indigo bg-indigo-wash px-4 py-3 text-lg"
          role="status"
          data-cause={cause.code}
        >
          <VerdictMark verdict="check-first" />
          <span>
            <b>{t('check.cause')}</b> {say.reason(cause).text}
          </span>
        </p>
      )}
      <section className="grid gap-1" aria-label={t('check.ring')}>
        <h3 className="text-lg">
          {t('check.ring')}{' '}
          <span className="text-sm font-normal text-soft">
            {c.ring.length === 0
              ? t('check.ring-none')
              : t('check.ring-about', { count: c.ring.length, pairs: c.everyPair })}
          </span>
        </h3>
        {c.blocked.length > 0 && (
          <p className="text-sm">{t('check.blocked', { nets: words.list(c.blocked) })}</p>
        )}
        <ol>
          {c.ring.map((line) => (
            <CheckLine
              key={line.id}
              id={line.id}
              position={wiring.position}
              lamp={wiring.lamp.id}
              title={
                line.step.kind === 'continuity'
                  ? t('check.continuity', { from: line.step.from, to: line.step.to })
                  : t('check.isolation', { net: line.step.net, others: words.list(line.step.against) })
              }
              wanted={
                line.step.kind === 'continuity'
                  ? t('check.wants-low', { ohm: say.number(WHOLE_OHM) })
                  : t('check.wants-high')
              }
              unit="Ω"
              basis={line.read?.event ?? null}
              shown={
                harness
                  ? line.id in practice
                    ? {
                        value: practice[line.id] ?? null,
                        verdict: judgeRing(line.step, practice[line.id] ?? Infinity),
                      }
                    : null
                  : line.read && { value: line.read.ohm, verdict: line.read.verdict }
              }
              {...(harness ? { onMeasure: () => measure(line) } : {})}
            />
          ))}
        </ol>
      </section>
      <section className="grid gap-1" aria-label={t('check.probe')}>
        <h3 className="text-lg">
          {t('check.probe')}{' '}
          <span className="text-sm font-normal text-soft">
            {t('check.probe-about', { settings: c.settings, bound: c.settingsBound })}
          </span>
        </h3>
        {c.alike.map((group) => (
          <p key={group.join()} className="text-sm">
            {t('check.probe-class', { circuits: words.list(group.map(say.circuit)) })}
          </p>
        ))}
        {settings.map((setting) => (
          <div key={setting} className="pt-1">
            <p className="font-mono text-sm font-semibold">{setting || t('wire.at-rest')}</p>
            <ol>
              {c.probes
                .filter((p) => stateText(p.step.state) === setting)
                .map((line) => {
                  const { lowV, highV, flashes } = line.step.window;
                  return (
                    <CheckLine
                      key={line.step.id}
                      id={line.step.id}
                      position={wiring.position}
                      lamp={wiring.lamp.id}
                      title={`${line.step.cavity} · ${say.circuit(line.step.circuit)}`}
                      wanted={
                        flashes
                          ? t('check.window-flash', { high: say.number(Math.round(highV * 10) / 10) })
                          : t('check.window', {
                              low: say.number(Math.round(lowV * 10) / 10),
                              high: say.number(Math.round(highV * 10) / 10),
                            })
                      }
                      unit="V"
                      flashes={flashes}
                      basis={line.read?.event ?? null}
                      shown={
                        harness
                          ? line.step.id in practice
                            ? practised(line, practice[line.step.id] ?? 0)
                            : null
                          : line.read && { value: line.read.volt, verdict: line.read.good ? 'good' : 'bad' }
                      }
                      {...(harness ? { onMeasure: () => measure(line) } : {})}
                    />
                  );
                })}
            </ol>
          </div>
        ))}
      </section>
    </div>
  );
}

/** A reading of the practice meter as it is judged. */
const practised = ({ step }: ProbeLine, volt: number) => ({
  value: volt,
  verdict: probeGood({ step, volt, flashes: step.window.flashes }) ? ('good' as const) : ('bad' as const),
});

function practiceCause(c: CheckReading, practice: Practice): Reason | null {
  const ring = c.ring.flatMap((l) =>
    l.id in practice ? [{ step: l.step, ohm: practice[l.id] ?? Infinity }] : [],
  );
  const probes = c.probes.flatMap((l) =>
    l.step.id in practice
      ? [{ step: l.step, volt: practice[l.step.id] ?? 0, flashes: l.step.window.flashes }]
      : [],
  );
  return (
    ringCause(ring, c.nets) ??
    probeCause(
      probes,
      c.probes.map((p) => p.step),
    )
  );
}

function faultWords(fault: HarnessFault | null, { t, list }: ReturnType<typeof useJob>['words']): string {
  switch (fault?.kind) {
    case 'open':
      return t('check.practice-open', { net: fault.net, end: fault.end });
    case 'short':
      return t('check.practice-short', { nets: list(fault.nets) });
    case 'exchange':
      return t('check.practice-exchange', { ends: list(fault.ends) });
    case undefined:
      return t('check.practice-none');
  }
}

interface LineProps {
  readonly id: string;
  readonly position: string;
  readonly lamp: string;
  readonly title: string;
  readonly wanted: string;
  readonly unit: 'Ω' | 'V';
  readonly flashes?: boolean;
  readonly basis: string | null;
  readonly shown: { readonly value: number | null; readonly verdict: 'good' | 'bad' | 'between' } | null;
  readonly onMeasure?: () => void;
}

function CheckLine({ id, position, lamp, title, wanted, unit, flashes, basis, shown, onMeasure }: LineProps) {
  const { words, say, sender, rights } = useJob();
  const { t, decimal } = words;
  const [typed, setTyped] = useState('');
  const [flashing, setFlashing] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const send = (value: number | null) =>
    void sender.send('check-read', {
      position,
      lamp,
      check: id,
      value,
      ...(unit === 'V' ? { flashes: flashing } : {}),
      basis,
    });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const read = readMeter(typed, unit === 'V' ? 'volt' : 'ohm', decimal);
    setFault(read.kind === 'fault' ? say.reason(read.reason).text : null);
    if (read.kind === 'fault') return;
    send(read.kind === 'open' ? null : read.value);
    setTyped('');
  };
  return (
    <li
      className="grid grid-cols-[minmax(0,1fr)_9rem_auto] items-center gap-x-4 border-b border-line py-1.5"
      data-check={id}
      data-check-verdict={shown?.verdict ?? 'unread'}
    >
      <span className="text-[1.02rem] font-semibold">{title}</span>
      <span className="font-mono text-sm text-soft">{wanted}</span>
      <span className="flex items-center justify-end gap-2">
        {shown && (
          <span
            className={`flex items-center gap-2 font-mono ${shown.verdict === 'good' ? '' : 'text-plum'}`}
          >
            <VerdictMark verdict={shown.verdict === 'good' ? 'fits' : 'does-not-fit'} />
            {shown.value === null || shown.value >= APART_OHM
              ? t('check.open')
              : `${say.number(shown.value)} ${unit}`}{' '}
            {t(`check.${shown.verdict}`)}
          </span>
        )}
        {onMeasure ? (
          <button className={BUTTON.plain} onClick={onMeasure} data-measure>
            {t('check.practice-measure')}
          </button>
        ) : (
          rights.workAtVehicle && (
            <form onSubmit={submit} noValidate className="flex items-center gap-2">
              {flashes !== undefined && flashes && (
                <label className="flex items-center gap-1 text-sm">
                  <input
                    type="checkbox"
                    className="accent-petrol"
                    checked={flashing}
                    onChange={(e) => setFlashing(e.target.checked)}
                  />
                  {t('check.flashes')}
                </label>
              )}
              <span className="w-24">
                <input
                  className={`${FIELD} font-mono`}
                  inputMode="decimal"
                  aria-label={`${title}, ${t('check.read')} ${unit}`}
                  value={typed}
                  aria-invalid={fault !== null}
                  onChange={(e) => setTyped(e.target.value)}
                />
              </span>
              <button type="submit" className={`${BUTTON.plain} px-2.5`}>
                {t('check.save')}
              </button>
              {unit === 'Ω' && (
                <button type="button" className={`${BUTTON.plain} px-2.5`} onClick={() => send(null)}>
                  {t('check.open')}
                </button>
              )}
            </form>
          )
        )}
      </span>
      {fault && (
        <span role="alert" className="col-span-3 text-sm text-plum">
          {fault}
        </span>
      )}
    </li>
  );
}
