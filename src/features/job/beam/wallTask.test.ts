import { describe, expect, it } from 'vitest';
import { taskTyped, wallTyped } from './wallTask';

const HOW = { decimal: ',', units: 'metric' } as const;
const typed = {
  ...wallTyped(null, HOW),
  centre: '700',
  across: '-620',
  traffic: 'right' as const,
  stray: '0,4',
};
const found = [
  { id: '1', pixel: { x: 10, y: 20 } },
  { id: '9', pixel: { x: 1, y: 2 } },
];

describe('what is typed about a wall', () => {
  it('is a task: the axis lower by the rise of the floor, the flat part to the left of traffic on the right', () => {
    const t = taskTyped({ ...typed, rise: '0,5' }, found, 8000, HOW);
    expect(t).toMatchObject({
      kind: 'task',
      centreMm: 700,
      task: { lamp: { acrossMm: -620, upMm: 660, distanceMm: 8000 }, flat: 'left', strayLux: 0.4 },
    });
    // A mark that this wall has not is left out.
    expect(t.kind === 'task' && t.task.marks).toEqual([
      {
        id: '1',
        pixel: { x: 10, y: 20 },
        wall: expect.objectContaining({ acrossMm: -1600, upMm: 1500 }) as object,
      },
    ]);
  });

  it('readings are degrees from straight ahead; an empty line is none, half a line is a fault', () => {
    const rows = (r: { right: string; up: string; lux: string }[]) =>
      taskTyped({ ...typed, readings: r }, [], 7620, HOW);
    const t = rows([
      { right: '0', up: '-133', lux: '320' },
      { right: '', up: '', lux: '' },
    ]);
    expect(t.kind === 'task' && t.task.readings).toEqual([
      { hDeg: 0, vDeg: expect.closeTo(-1, 2) as number, lux: 320 },
    ]);
    expect(rows([{ right: '0', up: '', lux: '320' }])).toEqual({ kind: 'fault', code: 'figures' });
  });

  it('says what is wanting: a figure, the side of the road, a place of a mark', () => {
    const code = (t: ReturnType<typeof taskTyped>) => (t.kind === 'fault' ? t.code : t.kind);
    expect(code(taskTyped({ ...typed, centre: '' }, [], 7620, HOW))).toBe('figures');
    expect(code(taskTyped(typed, [], 0, HOW))).toBe('figures');
    expect(code(taskTyped({ ...typed, traffic: '' }, [], 7620, HOW))).toBe('traffic');
    expect(code(taskTyped({ ...typed, marks: { '1': { across: 'left', up: '3' } } }, [], 7620, HOW))).toBe(
      'marks',
    );
  });
});
