import { describe, expect, it } from 'vitest';
import { waysByInputs } from './behaviour';

const OFF = { kind: 'off' } as const;

describe('what a row says by the controls, as a lamp can do it by its inputs', () => {
  it('drops or goes out while the input is live that is live when the case says so', () => {
    expect(
      waysByInputs([{ when: 'lights!=off', level: { kind: 'pulsed', duty: 0.4 } }], ['turn', 'position']),
    ).toEqual({ dimmed: { to: 0.4, while: 'position' } });
    expect(waysByInputs([{ when: 'lights=low', level: OFF }], ['position', 'low-beam'])).toEqual({
      out: { while: 'low-beam', returnMs: 0 },
    });
    expect(waysByInputs([{ when: 'key=on & right', level: OFF }], ['low-beam', 'turn'])).toEqual({
      out: { while: 'turn', returnMs: 0 },
    });
  });
  it('does nothing where none of its inputs comes near', () => {
    expect(waysByInputs([{ when: 'lights=low', level: OFF }], ['stop'])).toEqual({});
    expect(waysByInputs([{ when: 'lights=low', level: { kind: 'on' } }], ['low-beam'])).toEqual({});
  });
});
