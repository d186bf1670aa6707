import type { AimMove, BeamChange, BeamRatio, LampAim } from '@/core/job';
import type { BeamPictureWords } from '@/ui/BeamPicture';
import type { Words, Wording } from '@/words';

/** A ratio as a line: how many times with its interval, and the true change. Never a bare per cent. */
export function ratioWords(r: BeamRatio, { t }: Pick<Words, 't'>, say: Wording): string {
  const figure = (n: number) => say.number(Math.round(n * 100) / 100);
  const percent = Math.round(r.percent.value);
  return t('aim.ratio-of', {
    position: say.position(r.position),
    point: r.point,
    ratio: figure(r.ratio.value),
    from: figure(r.ratio.from),
    to: figure(r.ratio.to),
    sign: percent >= 0 ? '+' : '−',
    percent: Math.abs(percent),
  });
}

/** What stands against comparing two readings, or what is not known of them; null: they are alike. */
export function alikeWords(
  change: BeamChange,
  words: Pick<Words, 't' | 'list' | 'tCode'>,
  say: Wording,
): string | null {
  const { verdict, why } = change.alike;
  if (verdict === 'alike') return null;
  if (verdict === 'unlike')
    return words.t('aim.unlike-why', { what: why.map((r) => say.reason(r).text).join(' ') });
  const parts = why.flatMap((r) =>
    r.code === 'set-up-open' ? [words.tCode(`set-up-part.${r.facts.part}`)] : [],
  );
  return words.t('aim.alike-open', { what: words.list(parts) });
}

/** The aim of a lamp and how it stands to the rule. */
export function aimWords(a: LampAim, { t }: Pick<Words, 't'>, say: Wording): readonly string[] {
  const figure = (n: number) => say.number(Math.round(n * 100) / 100);
  return [
    t('aim.found', {
      position: say.position(a.position),
      percent: figure(a.found.percent),
      from: figure(a.found.from),
      to: figure(a.found.to),
    }),
    ...(a.judged.length === 0 ? [t('aim.no-rule')] : []),
    ...(a.pitchPercent === undefined ? [] : [t('aim.pitch', { percent: figure(a.pitchPercent) })]),
    ...a.judged.flatMap((j) => [
      t('aim.judged', {
        verdict: j.verdict,
        line: j.line.fromLevelMm,
        from: figure(j.target.from),
        until: figure(j.target.until),
        source: j.target.source,
      }),
      ...(j.loaded === null
        ? []
        : [
            t('aim.loaded', {
              verdict: j.loaded,
              settable: String(j.settable !== null),
              from: figure(j.settable?.from ?? 0),
              until: figure(j.settable?.until ?? 0),
            }),
          ]),
    ]),
  ];
}

/** Words of the picture. */
export const pictureWords = ({ t }: Pick<Words, 't'>, say: Wording): BeamPictureWords => ({
  title: t('aim.picture'),
  before: t('aim.picture-before'),
  after: t('aim.picture-after'),
  level: t('aim.picture-level'),
  line: t('aim.picture-line'),
  eye: t('aim.picture-eye'),
  position: say.position,
  number: say.number,
});

/** The aim of a lamp in one sentence: how it stands, and what brings it to the line. */
export function aimSentence(position: string, move: AimMove, { t }: Pick<Words, 't'>, say: Wording): string {
  const stands = t('aim.sentence', {
    position: say.position(position),
    verdict: move.verdict === 'no-rule' ? 'none' : move.verdict,
    mm: move.byMm,
    deg: say.number(Math.round(move.byDeg * 100) / 100),
    lies: t('aim.lies', { lies: move.lies }),
  });
  if (move.verdict === 'set' || move.verdict === 'no-rule' || move.byMm < 0.5) return stands;
  const turns = (n: number) => ({
    turns: say.number(Math.abs(Math.round(n * 4) / 4)),
    way: n >= 0 ? 'clockwise' : 'back',
  });
  const act =
    move.turns === null
      ? t('aim.move', { mm: move.byMm, way: move.lies === 'low' ? 'up' : 'down' })
      : [
          t('aim.turn-vertical', turns(move.turns.vertical)),
          ...(move.turns.horizontal === null ? [] : [t('aim.turn-horizontal', turns(move.turns.horizontal))]),
        ].join(' ');
  return `${stands} ${act}`;
}
