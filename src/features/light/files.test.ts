import { describe, expect, it } from 'vitest';
import { readScore, type Score } from '@/core/light/overTime/score';
import { lightOverTime } from '@/core/light/overTime/simulate';
import { bar, plainVehicle } from '@/core/light/testing/vehicle';
import { scoreCsv, scoreJson, scoreStills } from './files';

const SCORE: Score = { lengthMs: 1000, moves: [{ atMs: 200, set: { brake: 'yes' } }] };
const read = readScore(SCORE);
const { lamps } = lightOverTime(
  plainVehicle({ left: bar(2, [{ does: 'stop' }]) }, null),
  read.kind === 'spans' ? read.spans : [],
);

describe('files of a score', () => {
  it('CSV has every length of light with its times in µs', () =>
    expect(scoreCsv(lamps)).toBe(
      [
        'from_us,to_us,position,segment,function,colour,level_from,level_to',
        '0,200000,tail.rear.left,b1,,,0,0',
        '200000,1000000,tail.rear.left,b1,stop,white,1,1',
        '0,200000,tail.rear.left,b2,,,0,0',
        '200000,1000000,tail.rear.left,b2,stop,white,1,1',
        '',
      ].join('\r\n'),
    ));

  it('a score that went out comes in again as it was', () => {
    const back = JSON.parse(scoreJson(SCORE)) as Score;
    expect({ lengthMs: back.lengthMs, moves: back.moves }).toEqual(SCORE);
  });

  it('the stills are eight moments of each lamp, dark and lit', () => {
    const svg = scoreStills(lamps, SCORE.lengthMs);
    expect(svg.match(/fill="#0c0e11"/g)).toHaveLength(8);
    // At 62.5 and 187.5 ms it is dark, at the six after that both parts are lit.
    expect(svg.match(/fill="#f7fbff"/g)).toHaveLength(12);
  });
});
