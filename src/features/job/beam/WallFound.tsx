'use client';
import { useMemo } from 'react';
import { wallChange, wallSteps, type WallView } from '@/core/job';
import { keptLight } from '@/core/beam/wall';
import { changeShade, lightShade, WallPicture } from '@/ui/WallPicture';
import type { Words, Wording } from '@/words';

type Body = WallView['body'];

/** What a wall shows, in words: where cutoff and hot spot lie, how wide and how even, and whether it is light or places. */
export function wallWords(
  b: Body,
  { t, tCode }: Pick<Words, 't' | 'tCode'>,
  say: Wording,
): readonly string[] {
  const deg = (n: number) => say.number(Math.round(n * 100) / 100);
  const lux = b.light === 'lux';
  return [
    b.cutoff
      ? t('wall.cutoff', {
          deg: deg(b.cutoff.vDeg),
          u: deg(b.cutoffU),
          mm: Math.tan((b.cutoff.vDeg * Math.PI) / 180) * b.distanceMm,
          linear: deg(b.cutoff.linearDeg),
        })
      : t('wall.no-cutoff'),
    ...(b.cutoff?.sharpness === undefined ? [] : [t('wall.sharpness', { g: deg(b.cutoff.sharpness) })]),
    ...(b.hot
      ? [
          t('wall.hot', {
            h: deg(b.hot.hDeg),
            v: deg(b.hot.vDeg),
            u: deg(b.hotU),
            lux: lux ? say.number(Math.round(b.hot.light * 10) / 10) : 'none',
          }),
        ]
      : []),
    ...(b.width50Deg !== undefined && b.width10Deg !== undefined
      ? [t('wall.widths', { half: deg(b.width50Deg), tenth: deg(b.width10Deg) })]
      : []),
    ...(b.overMost === undefined
      ? []
      : [t('wall.over', { mean: deg(b.overMean ?? 0), most: deg(b.overMost) })]),
    ...(b.blotches.length > 0 ? [t('wall.blotches', { count: b.blotches.length })] : []),
    ...(lux ? [t('wall.is-light', { percent: Math.round((b.residual ?? 0) * 100) })] : []),
    ...(b.why === undefined ? [] : [tCode(`wall.why.${b.why}`)]),
  ];
}

/** One wall as a picture with its words; in the scale of all that stand beside it. */
export function WallFound({
  body,
  beside,
  title,
  targetDeg,
  words,
  say,
}: {
  body: Body;
  beside: readonly Body[];
  title: string;
  targetDeg: number | null;
  words: Pick<Words, 't' | 'tCode'>;
  say: Wording;
}) {
  const steps = wallSteps(beside, body).join();
  const shades = useMemo(() => {
    const from = steps.split(',').map(Number);
    return Array.from(keptLight(body.map), (light) => lightShade(light, from));
  }, [body.map, steps]);
  const of = useMemo(
    () => ({
      map: body.map,
      cutoff: body.cutoff ?? null,
      flat: body.flat,
      hot: body.hot ?? null,
      targetDeg,
    }),
    [body, targetDeg],
  );
  return (
    <figure className="grid content-start gap-1" data-wall-found={body.light}>
      <figcaption className="text-sm font-semibold">{title}</figcaption>
      <WallPicture of={of} shades={shades} title={title} />
      <ul className="text-sm">
        {wallWords(body, words, say).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </figure>
  );
}

/** Shades of a change, and what each says. */
const CHANGES = [
  ['twice', 2],
  ['brighter', 1.25],
  ['alike', 1],
  ['darker', 0.8],
  ['half', 0.5],
] as const;

/** Where the wall of one lamp got brighter and where darker; nothing where one of the two is no light. */
export function WallChange({
  before,
  after,
  title,
  words,
}: {
  before: Body;
  after: Body;
  title: string;
  words: Pick<Words, 't'>;
}) {
  const shades = useMemo(() => {
    const change = wallChange(before, after);
    return change && Array.from(change, changeShade);
  }, [before, after]);
  const of = useMemo(
    () => ({ map: after.map, cutoff: null, flat: after.flat, hot: null, targetDeg: null }),
    [after],
  );
  if (!shades) return null;
  return (
    <figure className="grid content-start gap-1" data-wall-change>
      <figcaption className="text-sm font-semibold">{title}</figcaption>
      <WallPicture of={of} shades={shades} title={title} />
      <p className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        {CHANGES.map(([said, times]) => (
          <span key={said} className="inline-flex items-center gap-1.5">
            <span
              className="inline-block size-3.5 border border-line"
              style={{ background: changeShade(times) ?? undefined }}
              aria-hidden
            />
            {words.t('wall.times', { times: said })}
          </span>
        ))}
      </p>
    </figure>
  );
}
