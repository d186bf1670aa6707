'use client';
import { useMemo } from 'react';
import { wallSteps, type WallView } from '@/core/job';
import { keptLight } from '@/core/lamp/wall';
import { WallPicture } from '@/ui/WallPicture';
import type { Words, Wording } from '@/words';

type Body = WallView['body'];

/** What a wall shows, in words: where cutoff and hot spot lie, how wide and how even, and whether it is light or places. */
export function wallWords(b: Body, { t, tCode }: Pick<Words, 't' | 'tCode'>, say: Wording): readonly string[] {
  const deg = (n: number) => say.number(Math.round(n * 100) / 100);
  const lux = b.light === 'lux';
  return [
    b.cutoff
      ? t('wall.cutoff', {
          deg: deg(b.cutoff.vDeg),
          u: deg(b.cutoffU),
          mm: Math.round(Math.tan((b.cutoff.vDeg * Math.PI) / 180) * b.distanceMm),
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
  const light = useMemo(() => keptLight(body.map), [body.map]);
  return (
    <figure className="grid content-start gap-1" data-wall-found={body.light}>
      <figcaption className="text-sm font-semibold">{title}</figcaption>
      <WallPicture
        of={{
          map: body.map,
          light,
          cutoff: body.cutoff ?? null,
          flat: body.flat,
          hot: body.hot ?? null,
          targetDeg,
        }}
        steps={wallSteps(beside, body)}
        title={title}
      />
      <ul className="text-sm">
        {wallWords(body, words, say).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </figure>
  );
}
