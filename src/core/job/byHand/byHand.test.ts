import { describe, expect, it } from 'vitest';
import type { AnyStoredEvent } from '../events';
import { event, fact, family as packet, read, worked } from '../testing/packetJob';
import { handFamily, type OwnLine, ownLineFaults, usualLamps } from '.';

const LINE: OwnLine = {
  maker: 'Cormorant',
  name: 'Skiff 900',
  body: 'tug',
  hazards: [],
  lamps: [
    { lamp: 'headlamp.front', does: ['low-beam', 'high-beam'] },
    { lamp: 'work.roof', does: ['work'] },
    { lamp: 'beacon.roof', does: ['beacon'] },
  ],
};
const line = handFamily('own/v', LINE);
const [WL, WR] = ['work.roof.left', 'work.roof.right'] as const;

const opened = (): AnyStoredEvent[] => [
  event('job-opened', { words: 'work lamps dim' }),
  fact('market', 'none', 'told'),
  fact('model-year', 2019, 'told'),
  fact('system-voltage', '24', 'measured'),
  event('swap-opened', { swap: 'w', positions: [WL, WR] }),
  event('as-found', { position: WL, found: ['fogged'], after: [] }),
  event('as-found', { position: WR, found: ['sound'], after: [] }),
  event('wishes-stated', { wishes: [], after: [] }),
];
const described = (more: object = {}) =>
  event('lamp-described', {
    lamp: 'gale',
    role: 'work',
    end: 'roof',
    maker: 'Nine Fathom',
    name: 'Gale',
    does: ['work'],
    voltage: '12-24',
    minutes: 40,
    price: { minor: 8000, currency: 'EUR' },
    words: 'from the leaf in its box',
    after: [],
    ...more,
  });
const chosen = () =>
  event('lamp-chosen', {
    swap: 'w',
    application: { id: 'own/gale', rev: 0 },
    lamps: { [WL]: { id: 'own/gale', rev: 0 }, [WR]: { id: 'own/gale', rev: 0 } },
    parts: [],
    verdict: 'fits',
    road: 'unknown',
    after: [],
  });
const trial = (value: boolean) => [WL, WR].map((at) => fact('trial-fit', value, 'seen', at));
const step = (id: string, more: object = {}) =>
  event('step-added', {
    swap: 'w',
    step: id,
    words: `Step ${id}`,
    kind: 'remove',
    zone: 'roof',
    minutes: 2,
    each: false,
    lampOut: false,
    ...more,
  });
const tick = (way: 'out' | 'back', s: string) =>
  event('step-ticked', { way, step: s, outcome: 'done', after: [] });
const readOwn = (events: readonly AnyStoredEvent[]) => read(events, 1, line);
const swapOf = (events: readonly AnyStoredEvent[]) => readOwn(events).checks[0];

describe('a vehicle that the shelf does not know', () => {
  it('is drawn at usual places, with nothing known of its harness', () => {
    expect(line.places.map((p) => p.position.role)).toEqual([
      'headlamp',
      'headlamp',
      'work',
      'work',
      'beacon',
    ]);
    expect(line.places.every((p) => Math.abs(p.xMm) <= line.widthMm && p.yMm <= line.lengthMm)).toBe(true);
    expect(line.plugs).toBeUndefined();
    expect(line.circuits).toBeUndefined();
  });

  it('wants a maker, a name and lamps, each once', () => {
    expect(ownLineFaults(LINE)).toEqual([]);
    expect(ownLineFaults({ ...LINE, maker: ' ', lamps: [] }).map((f) => f.path)).toEqual([
      'ownMaker',
      'ownLamps',
    ]);
    const twice = [...LINE.lamps, ...LINE.lamps];
    expect(ownLineFaults({ ...LINE, lamps: twice }).map((f) => f.code)).toEqual(['wants-lamps']);
  });

  it('has usual lamps for each body', () => {
    for (const body of ['van', 'shuttle', 'trailer', 'tug', 'scooter'] as const)
      expect(new Set(usualLamps(body)).size).toBe(usualLamps(body).length);
    expect(usualLamps('trailer')).not.toContain('headlamp.front');
  });

  it('passes Arrive like any other', () =>
    expect(readOwn(opened()).stages.find((s) => s.stage === 'arrive')?.state).not.toBe('open'));
});

describe('a lamp that the shelf does not know', () => {
  it('is to be checked first, until somebody has held it into its opening', () => {
    const base = [...opened(), described(), chosen()];
    expect(swapOf(base)?.now?.verdict).toBe('check-first');
    expect(swapOf([...base, ...trial(true)])?.now?.verdict).toBe('fits');
    expect(swapOf([...base, ...trial(false)])?.now?.verdict).toBe('does-not-fit');
  });

  it('is judged by its print: 12 V lamps do not go on a 24 V system', () => {
    const base = [...opened(), described({ voltage: '12' }), chosen(), ...trial(true)];
    expect(swapOf(base)?.now?.verdict).toBe('does-not-fit');
  });

  it('is quoted: two at 80.00 and 40 minutes of an hour at 60.00', () => {
    const quote = swapOf([...opened(), described(), chosen(), ...trial(true)])?.orders?.quote;
    expect(quote?.total).toEqual({ minor: 2 * 8000 + 4000, currency: 'EUR' });
  });

  it('says that its wiring cannot be worked out, asks for its plug all the same, and is proven by what it does', () => {
    const reading = readOwn([...opened(), described(), chosen(), ...trial(true)]);
    expect(reading.checks[0]?.wiring.map((w) => w.state)).toEqual(['unmapped', 'unmapped']);
    expect(reading.items.filter((i) => !i.closed).map((i) => i.origin)).toContain('wire-unmapped');
    expect(reading.plugs.map((p) => [p.position, p.plug, p.asked])).toEqual(
      [WL, WR].map((at) => [at, 'own', ['mated', 'latch', 'polarity']]),
    );
    const cells = reading.checks[0]?.proofs.flatMap((p) => p.lamps.flatMap((l) => l.cells));
    expect(new Set(cells?.map((c) => c.cell.does))).toEqual(new Set(['work']));
  });

  it('is what was described last, and gone when that is taken back', () => {
    const first = described();
    const again = described({ name: 'Gale 2', after: [first.id] });
    const base = [...opened(), first, again, chosen(), ...trial(true)];
    expect(swapOf(base)?.plan?.places[0]?.lamp.name).toBe('Gale 2');
    const undone = [...opened(), first, chosen(), event('void', { target: first.id })];
    expect(swapOf(undone)?.plan).toBeNull();
    expect(readOwn(undone).items.map((i) => i.origin)).toContain('choice-revised');
  });

  it('goes on a line of the shelf too, beside its own lamps', () => {
    const job = [
      ...worked().filter((e) => e.type !== 'lamp-chosen'),
      described({ role: 'headlamp', end: 'front', does: ['low-beam', 'high-beam', 'position', 'turn'] }),
      event('lamp-chosen', {
        swap: 's',
        application: { id: 'own/gale', rev: 0 },
        lamps: {
          'headlamp.front.left': { id: 'own/gale', rev: 0 },
          'headlamp.front.right': { id: 'own/gale', rev: 0 },
        },
        parts: [],
        verdict: 'fits',
        road: 'unknown',
        after: [],
      }),
    ];
    const check = read(job, 1, packet).checks[0];
    expect(check?.now?.verdict).toBe('check-first');
    // Its vehicle's plugs are known, and looked at by their names.
    expect(read(job, 1, packet).plugs.map((p) => p.plug)).toEqual(['X41-left', 'X41-right']);
  });
});

describe('steps that are written down at the vehicle', () => {
  const job = () => [...opened(), described(), chosen(), ...trial(true)];

  it('are the whole sheet where the shelf has none: out in their order, back in reverse, counted', () => {
    const events = [
      ...job(),
      step('guard', { fasteners: { kind: 'bolt', count: 4 } }),
      step('plug', { each: true }),
      step('lamp', { each: true, lampOut: true }),
    ];
    const { strip, items } = readOwn(events);
    expect(strip.uses[0]).toMatchObject({ state: 'taken', candidates: [{ suits: 'yes' }] });
    const ids = strip.out.map((l) => l.step.id);
    expect(ids).toEqual([
      'own-guard',
      `own-plug@${WL}`,
      `own-lamp@${WL}`,
      `own-plug@${WR}`,
      `own-lamp@${WR}`,
    ]);
    expect(strip.back.map((l) => l.step.id)).toEqual([...ids].reverse());
    expect(strip.balance[0]).toMatchObject({ stillIn: 4 });
    expect(items.map((i) => i.origin)).not.toContain('no-sheet');
  });

  it('loosened and disconnected ones have to be made good like those of a sheet', () => {
    const events = [
      ...job(),
      step('battery', { kind: 'isolate' }),
      step('foot', { kind: 'loosen' }),
      tick('out', 'own-battery'),
      tick('out', 'own-foot'),
    ];
    const open = (list: readonly AnyStoredEvent[]) =>
      readOwn(list)
        .items.filter((i) => !i.closed && (i.origin === 'isolated' || i.origin === 'loosened'))
        .map((i) => i.origin);
    expect(open(events)).toEqual(['isolated', 'loosened']);
    expect(open([...events, tick('back', 'own-foot')])).toEqual(['isolated']);
  });

  it('stand beside a sheet of the shelf, and one that is taken back is gone from the plan', () => {
    const added = event('step-added', {
      swap: 's',
      step: 'tow-bar',
      words: 'Tow bar bracket off',
      kind: 'remove',
      zone: 'front',
      minutes: 6,
      each: false,
      lampOut: false,
    });
    const base = worked().map((e) =>
      e.type === 'lamp-chosen'
        ? ({ ...e, body: { ...e.body, sheets: [{ id: 'packet-headlamp', rev: 1 }] } } as AnyStoredEvent)
        : e,
    );
    const ids = (events: readonly AnyStoredEvent[]) => read(events).strip.out.map((l) => l.step.id);
    expect(ids([...base, added])).toEqual(expect.arrayContaining([...ids(base), 'own-tow-bar']));
    expect(ids([...base, added, event('void', { target: added.id })])).toEqual(ids(base));
  });
});

describe('a job by hand', () => {
  it('can be finished: every stage done once its work is', () => {
    const events = [
      ...opened(),
      described(),
      chosen(),
      ...trial(true),
      event('light-watched', { swap: 'w', lamps: { [WL]: 'own/gale', [WR]: 'own/gale' }, after: [] }),
      step('lamp', { each: true, lampOut: true, fasteners: { kind: 'nut', count: 2 } }),
    ];
    const plan = readOwn(events).strip;
    for (const l of plan.out) events.push(tick('out', l.step.id));
    for (const l of plan.back) events.push(tick('back', l.step.id));
    const states = new Map(readOwn(events).stages.map((s) => [s.stage, s.state]));
    for (const stage of ['arrive', 'fit', 'wire', 'light', 'strip', 'bench', 'mount'])
      expect([stage, states.get(stage as 'arrive')]).not.toEqual([stage, 'open']);
  });
});
