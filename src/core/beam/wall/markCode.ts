/**
 * The mark that is hung on a wall: a disc in quarters, whose middle is the cross, a white ring, and a ring of eight sectors that
 * says which of the marks it is. Figures in mm from the cross.
 */
export const MARK = { discMm: 40, whiteMm: 62, codeMm: 90, sheetMm: 104 } as const;

/** Where the marks hang when nobody says otherwise: mm right of the wall's middle line, and up from the floor. */
export const MARK_PLACES = [
  { id: '1', acrossMm: -1600, upMm: 1500 },
  { id: '2', acrossMm: 0, upMm: 1500 },
  { id: '3', acrossMm: 1600, upMm: 1500 },
  { id: '4', acrossMm: -1600, upMm: 250 },
  { id: '5', acrossMm: 0, upMm: 250 },
  { id: '6', acrossMm: 1600, upMm: 250 },
] as const;

/** Which sectors are black, clockwise from the top: words of the [8,4,4] Hamming code, any two of which differ four times. */
export const MARK_WORDS: Readonly<Record<string, number>> = {
  '1': 0b00001111,
  '2': 0b00110011,
  '3': 0b00111100,
  '4': 0b01010101,
  '5': 0b01011010,
  '6': 0b11000011,
};

/** Which of a mark's eight sectors are black, clockwise from the top. */
export const markSectors = (id: string): readonly boolean[] =>
  Array.from({ length: 8 }, (_, k) => (((MARK_WORDS[id] ?? 0) >> (7 - k)) & 1) === 1);

/** Whether a point of a mark is black: mm right and down of its cross. White beyond the sheet. */
export function blackAt(id: string, rightMm: number, downMm: number): boolean {
  const r = Math.hypot(rightMm, downMm);
  if (r <= MARK.discMm) return rightMm > 0 === downMm > 0;
  if (r <= MARK.whiteMm || r > MARK.codeMm) return false;
  return markSectors(id)[sectorOf(rightMm, downMm)] ?? false;
}

/** The sector of a point, clockwise from the top. */
const sectorOf = (right: number, down: number): number => {
  const turn = Math.atan2(right, -down) / (2 * Math.PI);
  return Math.floor((turn < 0 ? turn + 1 : turn) * 8) % 8;
};
