import { describe, expect, it } from 'vitest';
import { neededLevels } from '../../controls';
import { bar, circuitOf, plainVehicle, TURN_WIRES } from '../testing/vehicle';
import type { Flasher } from './flasher';
import { judgeOverTime } from '../judge/judge';
import { timedRulesOf } from '../judge/rules';
import { movedTo, readScore, type Score } from './score';
import { lightOverTime, type VehicleLight } from './simulate';
import { functionsOverTime, lightNotes } from './summary';
import { lightByCases } from '../supply/byCases';
import type { LampProgram } from '../program/types';

const RATE = (perMinute: number, onShare: number): Flasher => ({ perMinute, onShare });
const LEFT: Score = { lengthMs: 3000, moves: [{ atMs: 0, set: { key: 'on', left: 'yes' } }] };

function played(vehicle: VehicleLight, score: Score) {
  const read = readScore(score);
  if (read.kind === 'faults') throw new Error(JSON.stringify(read.faults));
  return lightOverTime(vehicle, read.spans);
}
const ece = (vehicle: VehicleLight, score: Score) =>
  judgeOverTime(played(vehicle, score), vehicle.flasher, timedRulesOf('ECE'));
const sweep = (stepMs: number) => ({ stepMs, how: 'fill', from: 'inner' }) as const;
const turnOf = (vehicle: VehicleLight, score: Score = LEFT) => {
  const lamp = played(vehicle, score).lamps[0];
  const turn = lamp && functionsOverTime(lamp).find((f) => f.does === 'turn');
  if (!turn) throw new Error('no turn');
  return turn;
};
const segment = (vehicle: VehicleLight, score: Score, id: string) =>
  played(vehicle, score).lamps[0]?.segments.find((s) => s.id === id)?.light ?? [];

describe('worked examples of sweeps', () => {
  it('1a: five segments 40 ms apart at 120 a minute and 35 %: the on-phase is 175 ms, the last is lit for 15', () => {
    const phase = turnOf(
      plainVehicle({ left: bar(5, [{ does: 'turn', sweep: sweep(40) }]) }, RATE(120, 0.35)),
    ).phases[0];
    expect((phase?.toUs ?? 0) - (phase?.fromUs ?? 0)).toBe(175_000);
    expect(phase?.segments[4]).toEqual({ id: 'b5', litUs: 15_000, peak: 1 });
    expect(phase?.fullUs).toBe(160_000);
  });

  it('1b: three filament sockets 100 ms apart at 90 a minute: the third is lit 133.3 ms and reaches 0.667', () => {
    const program = bar(3, [{ does: 'turn', sweep: sweep(100), fade: { upMs: 200, downMs: 120 } }]);
    const phase = turnOf(plainVehicle({ left: program }, RATE(90, 0.5))).phases[0];
    expect(phase?.segments[2]?.litUs).toBeCloseTo(133_333, -1);
    expect(phase?.segments[2]?.peak).toBeCloseTo(0.667, 3);
    expect(phase?.fullUs).toBeNull();
  });

  it('three segments 60 ms apart pass, four at 80 ms fail at 200 ms of the on-phase', () => {
    const at = (n: number, ms: number) =>
      ece(plainVehicle({ left: bar(n, [{ does: 'turn', sweep: sweep(ms) }]) }, RATE(90, 0.5)), {
        lengthMs: 3000,
        moves: [{ atMs: 100, set: { key: 'on', left: 'yes' } }],
      }).find((f) => f.kind === 'sweep');
    expect(at(3, 60)).toMatchObject({ state: 'kept', why: { fullMs: 120, maxMs: 200 } });
    expect(at(4, 80)).toMatchObject({ state: 'broken', atUs: 300_000, why: { fullMs: 240, maxMs: 200 } });
  });

  it('a measured step whose ends lie on both sides of the limit is open, and so is one that nobody knows', () => {
    const at = (stepMs: { from: number; to: number } | null) =>
      ece(
        plainVehicle({ left: bar(4, [{ does: 'turn', sweep: { ...sweep(0), stepMs } }]) }, RATE(90, 0.5)),
        LEFT,
      ).find((f) => f.kind === 'sweep');
    expect(at({ from: 60, to: 66 })?.state).toBe('kept');
    expect(at({ from: 60, to: 70 })?.state).toBe('open');
    expect(at({ from: 68, to: 70 })?.state).toBe('broken');
    expect(at(null)).toMatchObject({ state: 'open', why: { fullMs: null } });
  });

  it('a sweep that outlasts its on-phase is found, with what it lacks', () => {
    const found = ece(
      plainVehicle({ left: bar(5, [{ does: 'turn', sweep: sweep(45) }]) }, RATE(120, 0.35)),
      LEFT,
    );
    expect(found.filter((f) => f.kind === 'sweep').map((f) => f.why)).toContainEqual({
      code: 'sweep-outlasts',
      fullMs: 180,
      onMs: 175,
    });
  });

  it('a pulsed feed does not begin a sweep anew: only an edge after a long enough dark does', () => {
    const program = bar(4, [{ does: 'turn', sweep: sweep(100), afterDarkMs: 400 }]);
    const phases = turnOf(plainVehicle({ left: program }, RATE(90, 0.5))).phases;
    expect(phases[0]?.segments.map((s) => Math.round(s.litUs / 1000))).toEqual([333, 233, 133, 33]);
    expect(phases[1]?.segments.map((s) => Math.round(s.litUs / 1000))).toEqual([333, 333, 333, 333]);
  });
});

describe('worked examples of switchback', () => {
  const program = bar(2, [{ does: 'drl', out: { while: 'turn', returnMs: 400 } }, { does: 'turn' }]);
  const drive: Score = {
    lengthMs: 8000,
    moves: [
      { atMs: 0, set: { key: 'on', running: 'yes' } },
      { atMs: 500, set: { left: 'yes' } },
      { atMs: 5000, set: { left: 'no' } },
    ],
  };
  const drl = (f: Flasher) =>
    ece(plainVehicle({ left: program }, f), drive).find((x) => x.kind === 'drl-out');

  it('2a: 90 a minute at 50 %: the dark lasts 333.3 ms, no white', () =>
    expect(drl(RATE(90, 0.5))).toMatchObject({ state: 'kept', why: { litMs: 0, returnMs: 400 } }));

  it('2b: 70 a minute, 45 % on: 471.4 ms of dark, white for 71.4 in each turn: not kept', () => {
    const f = drl(RATE(70, 0.45));
    expect(f).toMatchObject({ state: 'broken' });
    if (f?.why.code !== 'drl-returns') throw new Error(f?.why.code);
    expect(f.why.darkMs).toBeCloseTo(471.4, 1);
    expect(f.why.litMs).toBeCloseTo(71.4, 1);
    expect(f.atUs).toBe(500_000 + 385_714 + 400_000);
  });

  it('white is back 400 ms after the last flash, amber over white meanwhile', () => {
    const light = segment(plainVehicle({ left: program }, RATE(90, 0.5)), drive, 'b1');
    const at = (ms: number) => light.find((s) => s.fromUs <= ms * 1000 && ms * 1000 < s.toUs);
    expect(at(200)).toMatchObject({ colour: 'white', level: 1 });
    expect(at(600)).toMatchObject({ colour: 'amber', level: 1 });
    expect(at(900)).toMatchObject({ colour: null, level: 0 });
    expect(at(7000)).toMatchObject({ colour: 'white', level: 1 });
    // The lever goes back in a dark phase: the last flash went out at 4 833.3 ms.
    expect(light.filter((s) => s.colour === 'white').at(-1)?.fromUs).toBe(5_233_333);
  });

  it('a return that nobody knows is open, never kept', () => {
    const unknown = bar(2, [{ does: 'drl', out: { while: 'turn', returnMs: null } }, { does: 'turn' }]);
    const f = ece(plainVehicle({ left: unknown }, RATE(90, 0.5)), drive).find((x) => x.kind === 'drl-out');
    expect(f?.state).toBe('open');
  });

  it('a DRL that stays lit under its turn signal breaks the rule at the first flash', () => {
    const stays = bar(2, [{ does: 'drl' }, { does: 'turn' }]);
    const f = ece(plainVehicle({ left: stays }, RATE(90, 0.5)), drive).find((x) => x.kind === 'drl-out');
    expect(f).toMatchObject({ state: 'broken', atUs: 500_000 });
  });

  it('at half with the low beam, out under the turn signal, back after its time', () => {
    const halves = bar(1, [
      { does: 'drl', dimmed: { to: 0.5, while: 'low-beam' }, out: { while: 'turn', returnMs: 1000 } },
      { does: 'turn' },
      { does: 'low-beam' },
    ]);
    const wires = [...TURN_WIRES, circuitOf('drl', [{ when: 'running', level: { kind: 'on' } }])];
    const light = lightOf(
      plainVehicle(
        {
          left: {
            ...halves,
            functions: halves.functions.map((f) => (f.does === 'low-beam' ? { ...f, segments: [] } : f)),
          },
        },
        RATE(90, 0.5),
        {},
        wires,
      ),
      {
        lengthMs: 6000,
        moves: [
          { atMs: 0, set: { key: 'on', running: 'yes' } },
          { atMs: 1000, set: { lights: 'low' } },
          { atMs: 2000, set: { left: 'yes' } },
          { atMs: 2100, set: { left: 'no' } },
        ],
      },
    );
    expect([light(500), light(1500), light(2050), light(2600), light(3200)]).toEqual([1, 0.5, 1, 0, 0.5]);
  });
  const lightOf = (vehicle: VehicleLight, score: Score) => {
    const light = segment(vehicle, score, 'b1');
    return (ms: number) => light.find((s) => s.fromUs <= ms * 1000 && ms * 1000 < s.toUs)?.level;
  };
});

describe('worked examples of flashers and loads', () => {
  const LOADED: Flasher = {
    perMinute: 90,
    onShare: 0.5,
    lowLoad: { belowA: 3, perMinute: 180, senses: 'mean' },
  };
  const wires = [circuitOf('turn-left', neededLevels('turn', 'left') ?? [], { steadyA: 0.3 })];
  const sockets = bar(3, [{ does: 'turn', sweep: sweep(100) }]);

  it('3: 0.30 A beside three sockets that start 100 ms apart: 3.975 A at the normal rate, normal turn by turn', () => {
    const light = played(plainVehicle({ left: sockets }, LOADED, { turn: 5.25 }, wires), LEFT);
    const cycles = light.runs[0]?.cycles ?? [];
    expect(cycles[0]?.sensedA).toBeCloseTo(3.975, 3);
    expect(cycles.every((c) => c.rate === 'normal')).toBe(true);
    expect(light.runs[0]?.alternates).toBe(false);
  });

  it('3: at the fast rate it would draw 2.75 A and stay there: it is not chosen', () => {
    const fast: Flasher = {
      perMinute: 180,
      onShare: 0.5,
      lowLoad: { belowA: 3, perMinute: 180, senses: 'mean' },
    };
    const light = played(plainVehicle({ left: sockets }, fast, { turn: 5.25 }, wires), LEFT);
    expect(light.runs[0]?.cycles[0]?.sensedA).toBeCloseTo(2.75, 3);
  });

  it('too little load: the second turn is fast, with its rate and its reason', () => {
    const f = ece(plainVehicle({ left: bar(1, [{ does: 'turn' }]) }, LOADED, { turn: 0.35 }, wires), LEFT);
    const rate = f.find((x) => x.kind === 'flash-rate');
    expect(rate).toMatchObject({ state: 'broken', atUs: 666_667, why: { code: 'rate', perMinute: 180 } });
    expect(rate?.why.code === 'rate' && rate.why.lowLoadA).toBeCloseTo(0.65, 9);
  });

  it('a load that is too little at the normal rate and enough at the slow one settles on neither: turn about', () => {
    // 3.975 A at 90 a minute, 4.7625 A at 45: below 4 A it goes slowly.
    const slow: Flasher = { ...LOADED, lowLoad: { belowA: 4, perMinute: 45, senses: 'mean' } };
    const light = played(plainVehicle({ left: sockets }, slow, { turn: 5.25 }, wires), {
      ...LEFT,
      lengthMs: 8000,
    });
    const cycles = light.runs[0]?.cycles ?? [];
    expect(cycles.slice(0, 4).map((c) => c.rate)).toEqual(['normal', 'low', 'normal', 'low']);
    expect(cycles[1]?.sensedA).toBeCloseTo(4.7625, 4);
    expect(light.runs[0]?.alternates).toBe(true);
    expect(lightNotes(light).map((n) => n.code)).toEqual(['alternates']);
  });

  it('one moment of the on-phase is sensed: the third socket is not lit yet at 150 ms', () => {
    const early: Flasher = { ...LOADED, lowLoad: { belowA: 3, perMinute: 180, senses: { atMs: 150 } } };
    const light = played(plainVehicle({ left: sockets }, early, { turn: 5.25 }, wires), LEFT);
    expect(light.runs[0]?.cycles[0]?.sensedA).toBeCloseTo(3.8, 6);
  });

  it('a flasher that nobody knows is open, and so is one measured across a limit', () => {
    const rate = (f: Flasher | null) =>
      ece(plainVehicle({ left: bar(1, [{ does: 'turn' }]) }, f), LEFT).find((x) => x.kind === 'flash-rate');
    expect(rate(null)?.state).toBe('open');
    expect(rate({ perMinute: { from: 119.28, to: 120.65 }, onShare: 0.5 })?.state).toBe('open');
    expect(rate({ perMinute: { from: 121, to: 124 }, onShare: 0.5 })?.state).toBe('broken');
    expect(rate(RATE(90, 0.5))?.state).toBe('kept');
  });
});

describe('what else lamps do', () => {
  it('a modulated stop fails where steady is asked, at its first gap', () => {
    const stop = bar(1, [{ does: 'stop', pulses: { count: 3, onMs: 60, offMs: 40 } }]);
    const score: Score = { lengthMs: 2000, moves: [{ atMs: 500, set: { brake: 'yes' } }] };
    const f = ece(plainVehicle({ left: stop }, null), score).find((x) => x.kind === 'steady-stop');
    expect(f).toMatchObject({ state: 'broken', atUs: 560_000, why: { by: 'pulses' } });
    const light = segment(plainVehicle({ left: stop }, null), score, 'b1');
    expect(light.filter((s) => s.level === 1).map((s) => (s.toUs - s.fromUs) / 1000)).toEqual([
      60, 60, 60, 1200,
    ]);
  });

  it('hazard with brake: the stop lamp of its own wire stays steady beside the flash', () => {
    const two = bar(1, [{ does: 'turn' }, { does: 'stop' }]);
    const apart = {
      ...two,
      segments: [
        { ...two.segments[0]!, id: 'b1' },
        { ...two.segments[0]!, id: 'b2' },
      ],
      functions: two.functions.map((f, i) => ({ ...f, segments: [`b${i + 1}`] })),
    };
    const score: Score = { lengthMs: 4000, moves: [{ atMs: 0, set: { hazard: 'yes', brake: 'yes' } }] };
    const vehicle = plainVehicle({ left: apart, right: apart }, RATE(90, 0.5));
    expect(segment(vehicle, score, 'b2')).toHaveLength(1);
    expect(segment(vehicle, score, 'b1').filter((s) => s.level === 1)).toHaveLength(6);
    expect(
      ece(vehicle, score)
        .filter((f) => f.kind === 'alike')
        .map((f) => f.state),
    ).toEqual(['kept']);
  });

  it('left and right that differ are found however they differ', () => {
    const differs = (left: Parameters<typeof bar>[1], right: Parameters<typeof bar>[1]) =>
      ece(plainVehicle({ left: bar(3, left), right: bar(3, right) }, RATE(90, 0.5)), {
        lengthMs: 2000,
        moves: [{ atMs: 0, set: { hazard: 'yes' } }],
      }).find((f) => f.kind === 'alike')?.why;
    expect(differs([{ does: 'turn', sweep: sweep(40) }], [{ does: 'turn' }])).toEqual({
      code: 'sides',
      differs: 'sweep',
    });
    expect(differs([{ does: 'turn', sweep: sweep(40) }], [{ does: 'turn', sweep: sweep(50) }])).toEqual({
      code: 'sides',
      differs: 'sweep',
    });
    // A plate lamp, a reverse or a rear fog lamp may be at one side alone; a tail may not.
    expect(differs([{ does: 'turn' }, { does: 'licence-plate' }], [{ does: 'turn' }])).toEqual({
      code: 'sides',
      differs: null,
    });
    expect(differs([{ does: 'turn' }, { does: 'tail' }], [{ does: 'turn' }])).toMatchObject({
      differs: 'function',
    });
    expect(differs([{ does: 'turn' }], [{ does: 'turn', colour: 'red' }])).toEqual({
      code: 'sides',
      differs: 'colour',
    });
    expect(differs([{ does: 'turn' }, { does: 'stop' }], [{ does: 'turn' }])).toEqual({
      code: 'sides',
      differs: 'function',
    });
    expect(differs([{ does: 'turn' }], [{ does: 'turn' }])).toEqual({ code: 'sides', differs: null });
  });

  it('test pulses glow in an LED, and a filament is too slow for them', () => {
    const tested = circuitOf('low-beam', neededLevels('low-beam', 'left') ?? [], {
      overTime: { testPulses: { everyMs: 20, widthUs: 100, in: 'off' } },
    });
    const notes = (filament: boolean) =>
      lightNotes(
        played(
          plainVehicle(
            { left: bar(1, [{ does: 'low-beam', ...(filament ? { filament } : {}) }]) },
            null,
            {},
            [tested],
          ),
          {
            lengthMs: 1000,
            moves: [],
          },
        ),
      );
    expect(notes(false)).toMatchObject([{ code: 'glow', does: 'low-beam', hz: 50 }]);
    expect(notes(false)[0]?.meanShare).toBeCloseTo(0.005, 6);
    expect(notes(true)).toEqual([]);
  });

  it('a pulsed feed flickers below 80 Hz, is seen as beads up to 1 kHz, and an averaging lamp hides it', () => {
    const of = (hz: number, pulsed?: 'averages') => {
      const wire = circuitOf('tail', [{ when: 'lights!=off', level: { kind: 'pulsed', duty: 0.5, hz } }]);
      const program = bar(1, [{ does: 'tail' }]);
      const vehicle = plainVehicle(
        { left: pulsed ? { ...program, pulsed: { kind: pulsed } } : program },
        null,
        {},
        [wire],
      );
      return lightNotes(
        played(vehicle, { lengthMs: 500, moves: [{ atMs: 0, set: { lights: 'position' } }] }),
      ).map((n) => n.code);
    };
    expect([of(70), of(200), of(2000), of(70, 'averages')]).toEqual([['flicker'], ['beads'], [], []]);
  });

  it('a pulsed feed is passed on, averaged to its duty, or taken for a sign to dim to a level of its own', () => {
    const wire = circuitOf('tail', [
      { when: 'brake', level: { kind: 'on' } },
      { when: 'lights!=off', level: { kind: 'pulsed', duty: 0.5, hz: 200 } },
    ]);
    const levels = (pulsed: LampProgram['pulsed']) => {
      const program = { ...bar(1, [{ does: 'tail' }]), ...(pulsed ? { pulsed } : {}) };
      const { lamps } = played(plainVehicle({ left: program, right: program }, null, {}, [wire]), {
        lengthMs: 500,
        moves: [
          { atMs: 0, set: { lights: 'position' } },
          { atMs: 250, set: { brake: 'yes' } },
        ],
      });
      return lamps[0]?.segments[0]?.light.map((s) => [s.level, s.carrier?.duty ?? null]);
    };
    expect(levels({ kind: 'passes' })).toEqual([
      [1, 0.5],
      [1, null],
    ]);
    expect(levels({ kind: 'averages' })).toEqual([
      [0.5, null],
      [1, null],
    ]);
    expect(levels({ kind: 'dims', to: 0.15 })).toEqual([
      [0.15, null],
      [1, null],
    ]);
  });

  it('a filament rises slowly and an LED at once; hold-up shines on', () => {
    const score: Score = {
      lengthMs: 2000,
      moves: [
        { atMs: 500, set: { brake: 'yes' } },
        { atMs: 1000, set: { brake: 'no' } },
      ],
    };
    const slow = segment(
      plainVehicle({ left: bar(1, [{ does: 'stop', filament: true }]) }, null),
      score,
      'b1',
    );
    expect(slow.find((s) => s.to === 1)).toMatchObject({ fromUs: 500_000, toUs: 700_000 });
    expect(slow.find((s) => s.to === 0)).toMatchObject({ fromUs: 1_000_000, toUs: 1_120_000 });
    const held = segment(
      plainVehicle({ left: bar(1, [{ does: 'stop', holdUpMs: 150 }]) }, null),
      score,
      'b1',
    );
    expect(held.filter((s) => s.level === 1)).toMatchObject([{ fromUs: 500_000, toUs: 1_150_000 }]);
  });

  it('a start-up show in a market that does not say is open; one that forbids it breaks at its edge', () => {
    const show = bar(1, [
      {
        does: 'drl',
        startUp: {
          pieces: [
            { ms: 200, level: 0, to: 1 },
            { ms: 300, level: 0.3 },
          ],
        },
      },
    ]);
    const score: Score = { lengthMs: 2000, moves: [{ atMs: 500, set: { key: 'on', running: 'yes' } }] };
    const vehicle = plainVehicle({ left: show }, null);
    expect(ece(vehicle, score).find((f) => f.kind === 'start-up')).toMatchObject({
      state: 'open',
      why: { ms: 500 },
    });
    const rule = { id: 'x', kind: 'start-up', source: 'test', figures: { allowed: 0 } } as const;
    expect(judgeOverTime(played(vehicle, score), null, [rule])).toMatchObject([
      { state: 'broken', atUs: 500_000 },
    ]);
    expect(segment(vehicle, score, 'b1').map((s) => [s.fromUs / 1000, s.level, s.to])).toEqual([
      [0, 0, undefined],
      [500, 0, 1],
      [700, 0.3, undefined],
      [1000, 1, undefined],
    ]);
  });

  it('a lamp on its way home stays lit, and one with soft ends rises and falls', () => {
    const wire = circuitOf('low-beam', neededLevels('low-beam', 'left') ?? [], {
      overTime: { staysMs: 1000 },
    });
    const soft = circuitOf('low-beam', neededLevels('low-beam', 'left') ?? [], {
      overTime: { upMs: 100, downMs: 200 },
    });
    const score: Score = {
      lengthMs: 4000,
      moves: [
        { atMs: 500, set: { key: 'on', lights: 'low' } },
        { atMs: 1000, set: { lights: 'off' } },
      ],
    };
    const led = { left: bar(1, [{ does: 'low-beam' as const }]) };
    expect(
      segment(plainVehicle(led, null, {}, [wire]), score, 'b1').find((s) => s.level === 1),
    ).toMatchObject({
      fromUs: 500_000,
      toUs: 2_000_000,
    });
    expect(
      segment(plainVehicle(led, null, {}, [soft]), score, 'b1').filter((s) => s.to !== undefined),
    ).toMatchObject([
      { fromUs: 500_000, toUs: 600_000 },
      { fromUs: 1_000_000, toUs: 1_200_000 },
    ]);
  });
});

describe('a score', () => {
  it('one throw is moved by itself; what was thrown with it stays', () => {
    const score: Score = { lengthMs: 500, moves: [{ atMs: 100, set: { brake: 'yes', hazard: 'yes' } }] };
    expect(movedTo(score, 'brake', 100, 900).moves).toEqual([
      { atMs: 100, set: { hazard: 'yes' } },
      { atMs: 500, set: { brake: 'yes' } },
    ]);
    expect(movedTo(score, 'brake', 90, 300)).toEqual(score);
  });

  it('says what is wrong with it by its place', () => {
    const faults = (s: Score) => {
      const r = readScore(s);
      return r.kind === 'faults' ? r.faults.map((f) => [f.path, f.reason.code]) : [];
    };
    expect(faults({ lengthMs: 0, moves: [] })).toEqual([['/lengthMs', 'score-length']]);
    expect(faults({ lengthMs: 10, moves: [{ atMs: -1, set: {} }] })).toEqual([
      ['/moves/0/atMs', 'score-before-start'],
    ]);
    expect(faults({ lengthMs: 10, moves: [{ atMs: 1, set: { key: 'in' } }] })).toEqual([
      ['/moves/0/set/key', 'case-control'],
    ]);
    expect(faults({ lengthMs: 10, moves: [{ atMs: 1, set: { running: 'yes' } }] })).toEqual([
      ['/moves/0', 'case-impossible'],
    ]);
    expect(
      faults({
        lengthMs: 10,
        moves: [
          { atMs: 1, set: { running: 'yes' } },
          { atMs: 1, set: { key: 'on' } },
        ],
      }),
    ).toEqual([]);
  });
});

describe('one lamp that signals to both sides', () => {
  it('lights the half of the side that is signalled', () => {
    const both = bar(4, []);
    const half = (side: 'left' | 'right', segments: readonly string[]) =>
      ({ does: 'turn', side, segments }) as const;
    const program = { ...both, functions: [half('left', ['b1', 'b2']), half('right', ['b3', 'b4'])] };
    const lamp = {
      position: 'tail.rear.centre',
      side: 'centre',
      functions: [{ does: 'turn', colour: 'amber' }],
      program,
      mode: 'open',
    } as const;
    const flasher = RATE(90, 0.5);
    const vehicle = lightByCases([lamp], TURN_WIRES, flasher);
    const lit = (control: 'left' | 'right' | 'hazard') => {
      const set = control === 'hazard' ? { hazard: 'yes' } : { key: 'on', [control]: 'yes' };
      const light = played(vehicle, { lengthMs: 200, moves: [{ atMs: 0, set }] });
      return light.lamps[0]?.segments.filter((s) => s.light[0]?.level === 1).map((s) => s.id);
    };
    expect(lit('left')).toEqual(['b1', 'b2']);
    expect(lit('right')).toEqual(['b3', 'b4']);
    expect(lit('hazard')).toEqual(['b1', 'b2', 'b3', 'b4']);
  });
});
