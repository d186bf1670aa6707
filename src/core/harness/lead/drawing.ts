import { cavityOf } from '../../kernel/ids';
import { compareText } from '../../kernel/reason';
import { wireText } from '../wireCode';
import type { LeadRow } from './leadRows';

/** A drawing as plain shapes, so that screen, file and paper draw the same. Lengths in points. */
export type Shape =
  | { readonly kind: 'box'; readonly x: number; readonly y: number; readonly w: number; readonly h: number }
  | {
      readonly kind: 'wire';
      readonly points: readonly (readonly [number, number])[];
      readonly base: string | null;
      readonly stripe: string | null;
    }
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly text: string;
      readonly size: number;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly bold: boolean;
    };

/** Shapes on a sheet of this size, in points. */
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly shapes: readonly Shape[];
}

/** Names in the language of the drawing. */
export interface DrawnWords {
  readonly circuit: (id: string) => string;
  readonly plug: (id: string) => string;
}

/** Numbers as numbers, letters as letters: the order in which cavities are moulded. */
const asMoulded = (a: string, b: string) => Number(a) - Number(b) || compareText(a, b);

const WIDTH = 620;
const ROW = 22;
const HEAD = 26;
const LEFT = 150;
const RIGHT = WIDTH - 150;
const BOX = 34;
/** How far a wire goes straight, so that its code can be read along it. */
const STRAIGHT = 110;

/**
 * Draws a lead: plugs of the vehicle at the left, of the lamp at the right, a wire from cavity to cavity with its
 * letter code and size beside it, so that no colour is needed to read it.
 */
export function drawLead(rows: readonly LeadRow[], words: DrawnWords): Drawing {
  const shapes: Shape[] = [];
  const text = (
    x: number,
    y: number,
    t: string,
    anchor: 'start' | 'middle' | 'end',
    size = 9,
    bold = false,
  ) => shapes.push({ kind: 'text', x, y, text: t, size, anchor, bold });
  const place = (side: 'from' | 'to') => {
    const at = new Map<string, number>();
    let y = 8;
    const plugs = [...new Set(rows.map((r) => r[side].plug))];
    for (const plug of plugs) {
      const cavities = [
        ...new Set(rows.filter((r) => r[side].plug === plug).map((r) => r[side].cavity)),
      ].sort(asMoulded);
      const x = side === 'from' ? LEFT : RIGHT - BOX;
      text(x + BOX / 2, y + 12, words.plug(plug), 'middle', 10, true);
      y += HEAD - 6;
      shapes.push({ kind: 'box', x, y, w: BOX, h: cavities.length * ROW });
      for (const cavity of cavities) {
        text(x + BOX / 2, y + ROW / 2 + 3.5, cavity, 'middle', 10, true);
        const row = rows.find((r) => r[side].plug === plug && r[side].cavity === cavity);
        if (row && side === 'from') text(x - 6, y + ROW / 2 + 3.5, words.circuit(row.circuit), 'end');
        if (row && side === 'to') text(x + BOX + 6, y + ROW / 2 + 3.5, words.circuit(row.does), 'start');
        at.set(cavityOf(plug, cavity), y + ROW / 2);
        y += ROW;
      }
      y += 12;
    }
    return { at, bottom: y };
  };
  const from = place('from');
  const to = place('to');
  for (const r of rows) {
    const y1 = from.at.get(cavityOf(r.from.plug, r.from.cavity)) ?? 0;
    const y2 = to.at.get(cavityOf(r.to.plug, r.to.cavity)) ?? 0;
    const x1 = LEFT + BOX;
    const x2 = RIGHT - BOX;
    // Slanting, not square: two wires that cross must not look as if they were joined.
    shapes.push({
      kind: 'wire',
      points: [
        [x1, y1],
        [x1 + STRAIGHT, y1],
        [x2 - STRAIGHT / 4, y2],
        [x2, y2],
      ],
      base: r.wire?.base ?? null,
      stripe: r.wire?.stripe ?? null,
    });
    const code = r.wire ? wireText(r.wire) : '';
    text(x1 + 8, y1 - 4.5, [code, r.size].filter(Boolean).join(' '), 'start', 8);
  }
  return { width: WIDTH, height: Math.max(from.bottom, to.bottom) + 4, shapes };
}
