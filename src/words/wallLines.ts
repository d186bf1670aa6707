import type { SheetLamp } from '@/core/job';
import type { Wording } from './wording';
import type { Words } from './words';

/** Parts of a cutoff as the message knows them: its words take no hyphen. */
const EDGES = { cutoff: 'whole', 'cutoff-left': 'left', 'cutoff-right': 'right', top: 'top' } as const;

/** One lamp's lines on the wall: its height, then each line that its rule may want, from the floor and from its height. */
export function wallLineWords(l: SheetLamp, { t }: Pick<Words, 't'>, say: Wording): readonly string[] {
  const position = say.position(l.position);
  if (l.centreMm === null) return [t('wall-sheet.no-height', { position })];
  return [
    t('wall-sheet.lamp', {
      position,
      mm: l.centreMm,
      edge: l.lowerEdgeMm === null ? 'none' : l.lowerEdgeMm,
    }),
    ...(l.lines.length === 0 ? [t('aim.no-rule')] : []),
    ...l.lines.map(({ target, line }) =>
      t('wall-sheet.line-of', {
        floor: line.aboveFloorMm,
        level: line.fromLevelMm,
        percent: say.number(Math.round(target.setTo * 100) / 100),
        edge: EDGES[target.edge],
        source: target.source,
      }),
    ),
  ];
}
