'use client';
import { splitFactRef } from '@/core/kernel/ids';
import type { Candidate } from '@/core/fitment';
import { factsOf, type Reason } from '@/core/kernel/reason';
import { Because, type BecauseEntry } from '@/ui/Because';
import { RoadGlyph, VerdictMark, WarningMark } from '@/ui/marks';
import { factsView } from '@/core/job';
import { useJob, useView } from '../job/JobContext';
import type { FitData } from './fitData';

const MARK: Readonly<Record<string, 'fits' | 'fits-with-parts' | 'check-first' | 'does-not-fit'>> = {
  'leaf-met': 'fits',
  'leaf-mended': 'fits-with-parts',
  'leaf-perhaps': 'check-first',
  'lost-but-supplied': 'fits-with-parts',
  'lost-unasked': 'check-first',
  'leaf-open': 'check-first',
  'required-open': 'check-first',
  'leaf-unmet': 'does-not-fit',
  'lost-and-required': 'does-not-fit',
};

/** Why the marked lamp has its verdict: reasons with sources, the road mark, what would change it, cautions. */
export function FitBecause({ candidate, data }: { candidate: Candidate | null; data: FitData }) {
  const { words, say } = useJob();
  const facts = useView(factsView);
  const { t, tCode } = words;
  if (!candidate) return <Because title={t('because.title')} entries={[]} />;
  const { judgement: j } = candidate;
  const lamp = data.lamps[Object.values(j.lamps)[0] ?? ''];

  const sourceOf = (r: Reason): string | null => {
    const f = factsOf(r);
    if (typeof f.requirement === 'string') return requirementSource(data, f.requirement);
    if (typeof f.fact !== 'string') return null;
    const subjects = Array.isArray(f.subjects) ? (f.subjects as string[]) : ['vehicle'];
    const known = facts.filter((x) => x.key.id === f.fact && subjects.includes(x.subject) && x.decidedBy);
    return [...new Set(known.map((x) => tCode(`source.${x.decidedBy?.source ?? ''}`)))].join(', ') || null;
  };
  const reasons: BecauseEntry[] = j.reasons.map((r) => {
    const said = say.reason(r);
    return {
      mark: <VerdictMark verdict={MARK[r.code] ?? 'check-first'} />,
      text: said.text,
      detail: said.detail,
      source: sourceOf(r),
    };
  });
  const profile = data.profiles.find((p) => p.id === facts.find((f) => f.key.id === 'market')?.value);
  const road: BecauseEntry[] =
    j.road.reasons.length === 0
      ? [
          {
            mark: <RoadGlyph mark={j.road.mark} />,
            text: tCode(`road.${j.road.mark}`),
            detail: profile ? words.prose(profile.note) : t('road.no-profile'),
          },
        ]
      : j.road.reasons.map((r) => ({
          mark: <RoadGlyph mark={j.road.mark} />,
          text: say.reason(r).text,
          detail: profile ? words.prose(profile.note) : t('road.no-profile'),
        }));
  const inexact: BecauseEntry[] = j.exact ? [] : [{ mark: <WarningMark />, text: t('because.inexact') }];

  return (
    <Because
      title={t('because.title')}
      about={lamp ? `${lamp.maker} ${lamp.name}` : ''}
      entries={[...reasons, ...inexact, ...road]}
    >
      {j.mayRise && <p className="border-t border-line py-2 text-soft">{t('because.may-rise')}</p>}
      {j.wouldChange.length > 0 && (
        <p className="border-t border-line py-3 text-[0.92rem] text-soft">
          <b className="text-ink">{t('because.would-change')}</b>{' '}
          {[...new Set(j.wouldChange.map((c) => changeText(c)))].join(' · ')}
        </p>
      )}
      <p className="border-t border-line py-3 text-sm text-soft">{t('caution.advises')}</p>
    </Because>
  );

  function changeText(change: (typeof j.wouldChange)[number]): string {
    const key = splitFactRef(change.ref).key;
    const fact = say.fact(key);
    const to = change.to;
    const facts = { fact, verdict: tCode(`verdict.${change.verdict}`) };
    if (to.kind === 'other') return t('change-to.other', facts);
    if (to.kind === 'value') return t('change-to.value', { ...facts, value: say.value(key, to.value) });
    const low =
      to.from === undefined
        ? ''
        : t(to.without === 'from' || to.without === 'both' ? 'change-low.above' : 'change-low.from', {
            bound: say.value(key, to.from),
          });
    const high =
      to.to === undefined
        ? ''
        : t(to.without === 'to' || to.without === 'both' ? 'change-high.below' : 'change-high.to', {
            bound: say.value(key, to.to),
          });
    return t('change-to.range', { ...facts, low, both: low && high ? 'yes' : 'no', high });
  }
}

function requirementSource(data: FitData, id: string): string | null {
  return data.profiles.flatMap((p) => p.requirements).find((r) => r.id === id)?.source ?? null;
}
