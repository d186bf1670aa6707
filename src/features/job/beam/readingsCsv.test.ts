import { describe, expect, it } from 'vitest';
import type { BodyOf } from '@/core/job';
import { pointsOfCsv, readingsCsv } from './readingsCsv';

const body = {
  swap: 's',
  when: 'after',
  lux: { 'headlamp.front.left': 980 },
  eyeLux: { 'headlamp.front.left': 5.5 },
  columns: { 'headlamp.front.left': [{ upMm: 150, lux: 3.25 }] },
  distanceMm: 7620,
  meter: '=Lux 3',
  strayLux: 0.4,
  after: [],
} as BodyOf<'light-read'>;

describe('readings as CSV', () => {
  it('one line a point, with its set-up; nothing is a formula', () => {
    const [head, ...lines] = readingsCsv(body).split('\r\n');
    expect(head).toMatch(/^position,point,right_mm,up_mm,lux,when,distance_mm,meter,stray_lux/);
    expect(lines.map((l) => l.split(',').slice(0, 5).join(','))).toEqual([
      'headlamp.front.left,hot-spot,,,980',
      'headlamp.front.left,eye-50,,,5.5',
      'headlamp.front.left,column,,150,3.25',
    ]);
    expect(lines[0]).toContain("'=Lux 3");
  });

  it('points come in, a comma for a point too; the line that is none is named', () => {
    expect(pointsOfCsv('right_mm,up_mm,lux\n170,-230,"329,9"\n0,150,8\n')).toEqual({
      kind: 'points',
      points: [
        { right: '170', up: '-230', lux: '329,9' },
        { right: '0', up: '150', lux: '8' },
      ],
    });
    expect(pointsOfCsv('right_mm,up_mm,lux\n170,-230,bright')).toEqual({ kind: 'fault', line: 2 });
    expect(pointsOfCsv('a,b\n1,2')).toEqual({ kind: 'fault', line: 2 });
    expect(pointsOfCsv('')).toEqual({ kind: 'fault', line: 1 });
  });
});
