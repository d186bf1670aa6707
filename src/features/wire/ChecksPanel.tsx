'use client';
import type { HarnessFault, ProbeFault } from '@/core/harness';
import { BUTTON } from '@/ui/classes';
import { VerdictMark, WarningMark } from '@/ui/marks';
import { harnessWords } from '@/words';
import { wireView } from '@/core/job';
import { useJob, useView } from '../job/JobContext';
import { CheckLine } from './CheckLine';
import { usePractice } from './usePractice';
import type { PanelProps } from './wireScope';

/** What to measure before power and after: large lines, ticked by the reading, the likeliest cause beside them. */
export function ChecksPanel({ wiring }: PanelProps) {
  const { view, words, say } = useJob();
  const wire = useView(wireView);
  const { t } = words;
  const h = harnessWords(words, say);
  const c = wiring.checks;
  const practice = usePractice(c, wiring.vehiclePlugs, wire.circuits, wire.systemV);
  const { harness } = practice;
  if (!c) return <p className="text-plum">{t('wire.live-none')}</p>;
  const cause = harness ? practice.cause : (c.ringCause ?? c.probeCause);
  const settings = [...new Set(c.probes.map((p) => h.setting(p.step)))];
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
            onChange={(e) => (e.target.checked ? practice.begin() : practice.end())}
          />
          {t('check.practice')}
        </label>
        <span className="text-sm text-soft">{t('check.practice-about')}</span>
        {harness && (
          <>
            <button className={BUTTON.plain} onClick={practice.another}>
              {t('check.practice-new')}
            </button>
            <button className={BUTTON.quiet} onClick={practice.tell}>
              {t('check.practice-answer')}
            </button>
            {practice.told && (
              <b data-practice-answer={(harness.fault ?? harness.probeFault)?.kind ?? 'none'}>
                {faultWords(harness.fault ?? harness.probeFault, words, say)}
              </b>
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
              title={h.ring(line.step)}
              wanted={h.ringWanted(line.step)}
              unit="Ω"
              shown={
                harness
                  ? practice.ringShown(line)
                  : line.read && { value: line.read.ohm, verdict: line.read.verdict }
              }
              {...(harness ? { onMeasure: () => practice.measureRing(line) } : {})}
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
        {c.probes.length > 0 && <p className="text-sm text-soft">{t('check.probe-load')}</p>}
        {c.alike.map((group) => (
          <p key={group.join()} className="text-sm">
            {t('check.probe-class', { circuits: words.list(group.map(say.circuit)) })}
          </p>
        ))}
        {settings.map((setting) => (
          <div key={setting} className="pt-1">
            <p className="text-sm font-semibold">{setting}</p>
            <ol>
              {c.probes
                .filter((p) => h.setting(p.step) === setting)
                .map((line) => (
                  <CheckLine
                    key={line.step.id}
                    id={line.step.id}
                    position={wiring.position}
                    lamp={wiring.lamp.id}
                    title={h.probe(line.step)}
                    wanted={h.window(line.step)}
                    unit="V"
                    shown={
                      harness
                        ? practice.probeShown(line)
                        : line.read && { value: line.read.volt, verdict: line.read.good ? 'good' : 'bad' }
                    }
                    {...(harness ? { onMeasure: () => practice.measureProbe(line) } : {})}
                  />
                ))}
            </ol>
          </div>
        ))}
      </section>
    </div>
  );
}

function faultWords(
  fault: HarnessFault | ProbeFault | null,
  { t, list }: ReturnType<typeof useJob>['words'],
  say: ReturnType<typeof useJob>['say'],
): string {
  switch (fault?.kind) {
    case 'fuse':
      return t('check.practice-fuse', { circuit: say.circuit(fault.circuit) });
    case 'open':
      return 'net' in fault
        ? t('check.practice-open', { net: fault.net, end: say.end(fault.end) })
        : t('check.practice-wire', { end: fault.end });
    case 'short':
      return t('check.practice-short', { nets: list('nets' in fault ? fault.nets : fault.ends) });
    case 'exchange':
      return t('check.practice-exchange', { ends: list(fault.ends.map(say.end)) });
    case undefined:
      return t('check.practice-none');
  }
}
