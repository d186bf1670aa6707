'use client';
import { type StepLine, stripView } from '@/core/job';
import { Because, type BecauseEntry } from '@/ui/Because';
import { WarningMark } from '@/ui/marks';
import { useJob, useView } from '../job/JobContext';
import { stepTitle } from '../job/stepWords';

/** Why this step stands here, what is apart now, what speaks for the way that is gone. */
export function StripBecause({ way, line }: { way: 'out' | 'back'; line: StepLine | null }) {
  const { view, words, say } = useJob();
  const { t, tCode, prose } = words;
  const strip = useView(stripView);
  const stageName = way === 'out' ? 'strip' : 'mount';
  const stage = view.stages.find((s) => s.stage === stageName);
  const dash = <span aria-hidden>–</span>;
  const all = way === 'out' ? strip.out : strip.back;
  const titleOf = (id: string) => {
    const found = all.find((l) => l.step.id === id);
    return found ? stepTitle(found.step, words, say) : id;
  };
  const order: BecauseEntry[] = [
    ...new Map(
      (line?.step.because ?? []).map((b) => [`${titleOf(b.after)}|${b.why ? prose(b.why) : ''}`, b]),
    ).values(),
  ].map((b) => ({
    mark: dash,
    text: t('strip.after', { title: titleOf(b.after) }),
    detail: b.why ? prose(b.why) : null,
  }));
  const missing: BecauseEntry[] = (stage?.missing ?? []).map((r) => ({
    mark: dash,
    text: say.reason(r).text,
  }));
  const parked: BecauseEntry[] = strip.parking
    ? [
        {
          mark: <WarningMark />,
          text: t('strip.parking', { count: strip.parking.apart.length }),
          detail: words.list([...new Set(strip.parking.apart.map((a) => stepTitle(a.step, words, say)))]),
        },
        {
          mark: <WarningMark />,
          text:
            strip.parking.lampsOut.length > 0
              ? t('strip.do-not-drive', { positions: say.positions(strip.parking.lampsOut) })
              : t('strip.move-with-care'),
          detail:
            words.list(
              strip.parking.away.map((a) =>
                a.words
                  ? `${words.prose(a.words.state)}: ${words.prose(a.words.value)}`
                  : tCode(`state.${a.name}.${a.value}`),
              ),
            ) || null,
        },
      ]
    : [];
  const owed: BecauseEntry[] = view.items
    .filter((i) => (i.origin === 'loosened' || i.origin === 'isolated') && i.closed === null)
    .map((i) => ({ mark: <WarningMark />, text: say.item(i) }));
  const ways: BecauseEntry[] =
    way === 'out'
      ? strip.uses.flatMap((u) =>
          u.candidates.length > 1
            ? u.candidates.map((c) => ({
                mark: dash,
                text: prose(c.sheet.name) || t('strip.own-sheet'),
                detail: [
                  c.sheet.speaksFor && t('strip.for', { words: prose(c.sheet.speaksFor) }),
                  c.sheet.speaksAgainst && t('strip.against', { words: prose(c.sheet.speaksAgainst) }),
                ]
                  .filter(Boolean)
                  .join(' '),
              }))
            : [],
        )
      : [];
  const tenth = (x: number) => Math.round(x * 10) / 10;
  const least: BecauseEntry[] =
    way === 'out' && strip.order && strip.out.length > 1
      ? [
          {
            mark: dash,
            text: t(
              strip.order.changeoverMin - strip.order.boundMin < 0.05 ? 'strip.least' : 'strip.near-least',
              { minutes: tenth(strip.order.changeoverMin), bound: tenth(strip.order.boundMin) },
            ),
          },
        ]
      : [];
  return (
    <Because
      title={t('because.title')}
      about={t('because.stage', {
        stage: tCode(`stage.${stageName}`),
        state: tCode(`seat.${stage?.state ?? 'open'}`),
      })}
      entries={[...order, ...least, ...missing, ...owed, ...parked, ...ways]}
    >
      {way === 'back' && (
        <p className="border-t border-line py-3 text-sm text-soft">{t('mount.torque-caution')}</p>
      )}
      <p className="border-t border-line py-3 text-sm text-soft">{t('caution.advises')}</p>
    </Because>
  );
}
