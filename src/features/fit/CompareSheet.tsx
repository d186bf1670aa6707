'use client';
import { traitsOf } from '@/core/light/program/traits';
import type { ReactNode } from 'react';
import { type Candidate, isOffRoadOnly } from '@/core/fitment';
import { LampFace } from '@/ui/LampFace';
import { RoadGlyph, VerdictMark } from '@/ui/marks';
import { Sheet } from '@/ui/Sheet';
import { useJob } from '../job/JobContext';
import { CompareDusk } from '../job/dusk/CompareDusk';
import { minutesText } from './figures';
import type { FitData } from './fitData';
import { WorkText } from './WorkText';
import { HistoryText } from './HistoryText';

const shownTraits = (lamp: Parameters<typeof traitsOf>[0] | undefined) => (lamp ? traitsOf(lamp) : []);

type Row = readonly [name: string, cell: (c: Candidate) => ReactNode];

/** Two or three lamps side by side: what each does, costs, needs, and how it fared in this shop. */
export function CompareSheet({
  open,
  onOpenChange,
  list,
  data,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  list: readonly Candidate[];
  data: FitData;
}) {
  const { words, say } = useJob();
  const { t, tCode, prose } = words;
  const lampOf = (c: Candidate) => data.lamps[Object.values(c.judgement.lamps)[0] ?? ''];
  const functions = [...new Set(list.flatMap((c) => c.judgement.functions.map((f) => f.does)))];
  const rows: readonly Row[] = [
    [
      t('fit.verdict'),
      ({ judgement: j }) => (
        <span className="flex items-center gap-2 font-semibold">
          <VerdictMark verdict={j.verdict} />{' '}
          {tCode(isOffRoadOnly(j) ? `verdict.${j.verdict}-not-road` : `verdict.${j.verdict}`)}
        </span>
      ),
    ],
    [
      t('compare.road'),
      ({ judgement: j }) => (
        <span className="flex items-center gap-2">
          <RoadGlyph mark={j.road.mark} /> {tCode(`road.${j.road.mark}`)}
        </span>
      ),
    ],
    [t('compare.variant'), (c) => words.list(shownTraits(lampOf(c)).map((x) => tCode(`wish.${x}`))) || '–'],
    ...functions.map((does): Row => [
      say.does(does),
      (c) => {
        const f = c.judgement.functions.find((x) => x.does === does);
        return f ? tCode(`change.${f.change}`) : '–';
      },
    ]),
    [
      t('fit.to-add'),
      ({ judgement: j }) =>
        j.parts.length === 0 && j.work.length === 0 ? (
          '–'
        ) : (
          <>
            {j.parts.map((p) => (
              <span key={`${p.part}${p.certain}`} className="block">
                {p.quantity} × {data.parts[p.part] ? prose(data.parts[p.part]?.name ?? {}) : p.part}
                {!p.certain && ` (${t('fit.perhaps')})`}
              </span>
            ))}
            <WorkText judgement={j} />
          </>
        ),
    ],
    [t('fit.minutes'), ({ judgement: j }) => <span className="font-mono">{minutesText(j.minutes)}</span>],
    [
      t('fit.price'),
      ({ judgement: j }) => (
        <span className="font-mono">{j.price ? say.money(j.price.minor, j.price.currency) : '–'}</span>
      ),
    ],
    [t('fit.here-before'), (c) => <HistoryText history={data.histories[c.judgement.application] ?? null} />],
  ];
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title={t('compare.title')}
      about={t('compare.about')}
      close={t('close')}
      wide
    >
      <CompareDusk
        compared={list.map((c) => {
          const lamp = lampOf(c);
          return {
            id: c.judgement.application,
            name: lamp ? `${lamp.maker} ${lamp.name}` : c.judgement.application,
            lamps: Object.fromEntries(
              Object.entries(c.judgement.lamps).map(([position, id]) => [position, data.lamps[id]]),
            ),
          };
        })}
        end={Object.keys(list[0]?.judgement.lamps ?? {})[0]?.split('.')[1] ?? 'front'}
      />
      <table className="w-full table-fixed border-collapse text-[0.94rem]" data-compare={list.length}>
        <thead>
          <tr className="border-b border-line align-bottom">
            <td className="w-32" />
            {list.map((c) => {
              const lamp = lampOf(c);
              return (
                <th key={c.judgement.application} scope="col" className="px-3 pb-2 text-left">
                  {lamp && <LampFace lamp={lamp} widthPx={lamp.face.aspect >= 1 ? 130 : 44} />}
                  <span className="mt-1 block">
                    {lamp ? `${lamp.maker} ${lamp.name}` : c.judgement.application}
                  </span>
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, cell]) => (
            <tr key={name} className="border-b border-line align-baseline">
              <th scope="row" className="py-1 pr-3 text-left text-sm font-normal text-soft">
                {name}
              </th>
              {list.map((c) => (
                <td key={c.judgement.application} className="px-3 py-1">
                  {cell(c)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Sheet>
  );
}
