import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { answer } from '@/core/ask';
import { EMPTY_SHELF } from '@/core/catalogue';
import { readCase } from '.';

interface Finding {
  readonly kind: string;
  readonly state: string;
  readonly position: string;
  readonly why: { readonly code: string };
}
type Draft = Record<string, never> & {
  shelf: {
    families: { places: { position: string }[]; plugs: { position: string }[] }[];
    lamps: { role: string; program: { segments: unknown; functions: { does: string; sweep?: object }[] } }[];
    applications: { role: string; end?: string }[];
  };
};

/** The docs' example, its lamp put at another end of the vehicle, with the areas and the way of the sweep that are given. */
function sweepFindings(role: 'headlamp' | 'tail', segments: unknown, from?: 'inner' | 'outer') {
  const c = JSON.parse(readFileSync('docs/formats/cases/light.json', 'utf8')) as Draft;
  const place = (p: string) => (role === 'tail' ? p.replace('headlamp.front', 'tail.rear') : p);
  for (const f of c.shelf.families) for (const x of [...f.places, ...f.plugs]) x.position = place(x.position);
  for (const a of c.shelf.applications) Object.assign(a, { role, end: role === 'tail' ? 'rear' : 'front' });
  for (const l of c.shelf.lamps) {
    l.role = role;
    l.program.segments = segments;
    for (const f of l.program.functions) if (f.sweep && from) Object.assign(f.sweep, { from });
  }
  // The signal of either side, one after the other.
  const score = {
    lengthMs: 12_000,
    moves: [
      { atMs: 0, set: { key: 'on' } },
      { atMs: 1000, set: { left: 'yes' } },
      { atMs: 5000, set: { left: 'no' } },
      { atMs: 6000, set: { right: 'yes' } },
      { atMs: 10_000, set: { right: 'no' } },
    ],
  };
  const read = readCase(
    JSON.stringify({ ...c, ask: ['light'], taps: undefined, frames: undefined, score }),
    () => EMPTY_SHELF,
  );
  if (read.kind !== 'case') throw new Error(JSON.stringify(read));
  const found = answer(read.case);
  if (found.kind !== 'answers') throw new Error(JSON.stringify(found));
  const light = (found.answers as unknown as { light: { overTime: { findings: Finding[] } }[] }).light;
  const ways = light
    .flatMap((l) => l.overTime.findings)
    .filter(
      (f) => f.kind === 'sweep' && (f.why.code === 'sweep-outer-first' || f.why.code === 'sweep-uneven'),
    );
  const judged = new Set(
    light.flatMap((l) => l.overTime.findings.filter((f) => f.kind === 'sweep').map((f) => f.position)),
  );
  return {
    judged: [...judged].sort(),
    against: ways.map((f) => `${f.position} ${f.why.code} ${f.state}`).sort(),
  };
}

/** Areas as they are drawn of the left lamp: in front the inner end is at the left, behind at the right. */
const drawn = (role: 'headlamp' | 'tail') =>
  Array.from({ length: 4 }, (_, i) => ({
    id: `b${i + 1}`,
    shape: 'bar',
    x: (role === 'tail' ? 3 - i : i) * 25,
    y: 0,
    w: 25,
    h: 100,
  }));

describe('a sweep of a pair of lamps', () => {
  const places = { headlamp: 'headlamp.front', tail: 'tail.rear' } as const;
  const both = (role: 'headlamp' | 'tail') => [`${places[role]}.left`, `${places[role]}.right`];

  it.each([
    ['headlamp', 5],
    ['tail', 5],
    ['headlamp', drawn('headlamp')],
    ['tail', drawn('tail')],
  ] as const)('%s, areas %j: from the inner end it is as it should be, on either side', (role, segments) => {
    expect(sweepFindings(role, segments)).toEqual({ judged: both(role), against: [] });
  });

  it.each([
    ['headlamp', 5],
    ['tail', 5],
    ['headlamp', drawn('headlamp')],
    ['tail', drawn('tail')],
  ] as const)('%s, areas %j: from the outer end it is broken, on either side', (role, segments) => {
    expect(sweepFindings(role, segments, 'outer')).toEqual({
      judged: both(role),
      against: both(role).map((p) => `${p} sweep-outer-first broken`),
    });
  });
});
