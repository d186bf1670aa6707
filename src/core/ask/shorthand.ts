import { fullProgram } from './shorthandProgram';
import { type End, ENDS, LAYERS, type Position, POSITION_ROLES, SIDES } from '../vehicle';

/** JSON as it came: nothing is known of it yet. */
type Json = unknown;
type Row = Readonly<Record<string, Json>>;

const isRow = (x: Json): x is Row => typeof x === 'object' && x !== null && !Array.isArray(x);
const listOf = (x: Json): readonly Json[] => (Array.isArray(x) ? (x as readonly Json[]) : []);
const mapped = (x: Json, f: (item: Json) => Json): Json => (Array.isArray(x) ? x.map((i: Json) => f(i)) : x);
/** With what was left out; what is there stays. */
const filled = (row: Row, usual: Row): Row => ({ ...usual, ...row });
const named = (id: Json): Row => ({ 'en-GB': typeof id === 'string' && id !== '' ? id : 'case' });
const FREE = { minor: 0, currency: 'EUR' };

/** Figures that the core goes by and that a case left out, by their place: what was taken instead. */
export type Taken = Record<string, number | boolean | string>;

/** The place that a key names, `tail.rear.left.2.inner`; null: it names none. */
export function positionOf(key: string): Position | null {
  const [role, end, side, ...rest] = key.split('.');
  const ordinal = rest.find((r) => /^[1-9][0-9]?$/.test(r));
  const layer = rest.find((r) => (LAYERS as readonly string[]).includes(r));
  const known =
    (POSITION_ROLES as readonly (string | undefined)[]).includes(role) &&
    (ENDS as readonly (string | undefined)[]).includes(end) &&
    (SIDES as readonly (string | undefined)[]).includes(side) &&
    rest.length === (ordinal ? 1 : 0) + (layer ? 1 : 0);
  if (!known) return null;
  return {
    role,
    end,
    side,
    ...(ordinal ? { ordinal: Number(ordinal) } : {}),
    ...(layer ? { layer } : {}),
  } as Position;
}

const position = (x: Json): Json => (typeof x === 'string' ? (positionOf(x) ?? x) : x);
const provided = (x: Json): Json => (typeof x === 'string' ? { does: x } : x);
const partNeed = (x: Json): Json =>
  typeof x === 'string'
    ? { part: x, quantity: 1, per: 'side' }
    : isRow(x)
      ? filled(x, { quantity: 1, per: 'side' })
      : x;

/** Predicates without a name get one from their place; parts and minutes of mends may be left out. */
function rule(x: Json, name: string): Json {
  if (!isRow(x)) return x;
  if (x.op === 'all' || x.op === 'any')
    return { ...x, of: Array.isArray(x.of) ? x.of.map((r: Json, i) => rule(r, `${name}-${i}`)) : x.of };
  if (x.op === 'not') return { ...x, of: rule(x.of, `${name}-n`) };
  const mends = listOf(x.mends).map((m: Json, i) =>
    isRow(m)
      ? {
          ...filled(m, { parts: [], minutes: 0 }),
          parts: mapped(m.parts ?? [], partNeed),
          ...(m.when === undefined ? {} : { when: rule(m.when, `${name}-m${i}`) }),
        }
      : m,
  );
  return { ...filled(x, { id: name }), ...(x.mends === undefined ? {} : { mends }) };
}

const whenOf = (row: Row, name: string): Row =>
  row.when === undefined ? row : { ...row, when: rule(row.when, name) };

/** Circuits, plugs and the like of a line: levels as words, positions as keys. */
const levelCase = (x: Json): Json =>
  isRow(x) && typeof x.level === 'string' ? { ...x, level: { kind: x.level } } : x;
function circuit(x: Json, at: string, taken: Taken): Json {
  if (!isRow(x)) return x;
  const usual = { minV: 9, maxV: 16, fuseA: 10, steadyA: 0 };
  for (const [k, v] of Object.entries(usual)) if (x[k] === undefined) taken[`${at}/${k}`] = v;
  return {
    ...filled(x, { switched: 'supply', monitoring: { kind: 'none' }, ...usual }),
    cases: mapped(x.cases, levelCase),
  };
}

function family(row: Row, at: string, taken: Taken): Row {
  const all = filled(row, {
    maker: 'case',
    name: row.id,
    bodyStyle: 'van',
    lightVehicle: true,
    lengthMm: 5000,
    widthMm: 2000,
    yearFrom: 1900,
    hazards: [],
    assumes: [],
  });
  return {
    ...all,
    places: mapped(row.places, (p) =>
      isRow(p)
        ? {
            ...filled(p, { xMm: 0, yMm: 0, functions: [] }),
            position: position(p.position),
            ...(isRow(p.factory)
              ? {
                  factory: filled(
                    { ...p.factory, program: fullProgram(p.factory.program, endOf(p.position) ?? 'front') },
                    { aspect: 1 },
                  ),
                }
              : {}),
            functions: listOf(p.functions).map((f, i) => {
              const x = provided(f);
              return isRow(x) ? whenOf(x, `f${i}`) : x;
            }),
          }
        : typeof p === 'string'
          ? { position: position(p), xMm: 0, yMm: 0, functions: [] }
          : p,
    ),
    ...(row.circuits === undefined
      ? {}
      : { circuits: listOf(row.circuits).map((c, i) => circuit(c, `${at}/circuits/${i}`, taken)) }),
    ...(row.plugs === undefined
      ? {}
      : {
          plugs: mapped(row.plugs, (p) =>
            isRow(p)
              ? whenOf(
                  {
                    ...p,
                    position: position(p.position),
                    ...(p.also === undefined ? {} : { also: position(p.also) }),
                  },
                  'plug',
                )
              : p,
          ),
        }),
    ...(row.derives === undefined
      ? {}
      : {
          derives: listOf(row.derives).map((d, i) =>
            isRow(d) ? whenOf(filled(d, { source: 'maker-table' }), `d${i}`) : d,
          ),
        }),
  };
}

/** The end of the vehicle that a place names; null: it names none. */
function endOf(place: Json): End | null {
  const at = position(place);
  return isRow(at) && at.end !== undefined ? (ENDS.find((e) => e === at.end) ?? null) : null;
}

/** Lamps of these are behind, where no application says where they go. */
const REAR: readonly Json[] = ['tail', 'high-stop', 'plate'];

/** Where a lamp of a case sits: by the places that applications put it to, else by what it is. */
function endOfLamp(row: Row, applications: readonly Json[]): End {
  for (const a of applications)
    if (isRow(a) && isRow(a.lamps))
      for (const [place, id] of Object.entries(a.lamps))
        if (id === row.id) {
          const end = endOf(place) ?? ENDS.find((e) => e === a.end);
          if (end) return end;
        }
  return REAR.includes(row.role) ? 'rear' : 'front';
}

function lamp(row: Row, at: string, taken: Taken, applications: readonly Json[]): Row {
  const usual = { workingMinV: 9, workingMaxV: 32 };
  for (const [k, v] of Object.entries(usual)) if (row[k] === undefined) taken[`${at}/${k}`] = v;
  const input = (i: Json): Json =>
    isRow(i) ? filled(i, { currentA: 0, polar: true, takesPulsed: true }) : i;
  return {
    ...filled(row, {
      maker: 'case',
      name: row.id,
      partNumber: row.id,
      about: named(row.id),
      side: 'either',
      traits: [],
      marks: {},
      flags: [],
      price: FREE,
      face: { aspect: 1, segments: [] },
      ...usual,
    }),
    functions: mapped(row.functions, provided),
    ...(row.program === undefined ? {} : { program: fullProgram(row.program, endOfLamp(row, applications)) }),
    ...(row.plugs === undefined
      ? {}
      : {
          plugs: mapped(row.plugs, (p) => (isRow(p) ? { ...p, inputs: mapped(p.inputs, input) } : p)),
        }),
  };
}

function application(row: Row, line: Json): Row {
  return {
    ...filled(row, { families: [line], minutesLow: 0, minutesHigh: row.minutesLow ?? 0, end: 'front' }),
    rule: row.rule === undefined ? { op: 'all', of: [] } : rule(row.rule, 'r'),
    supplies: mapped(row.supplies ?? [], (s) =>
      isRow(s) ? { ...filled(s, { minutes: 0 }), parts: mapped(s.parts, partNeed) } : s,
    ),
    ...(row.always === undefined ? {} : { always: mapped(row.always, partNeed) }),
    ...(row.disputes === undefined
      ? {}
      : {
          disputes: listOf(row.disputes).map((d, i) =>
            isRow(d)
              ? {
                  ...filled(d, { id: `d${i}`, about: named('case') }),
                  settle: rule(d.settle, `d${i}-look`),
                  statements: listOf(d.statements).map((s, j) =>
                    isRow(s)
                      ? { ...filled(s, { source: 'maker-table' }), says: rule(s.says, `d${i}-s${j}`) }
                      : s,
                  ),
                }
              : d,
          ),
        }),
  };
}

function profile(row: Row): Row {
  return {
    ...filled(row, { name: named(row.id), note: named(row.id), onRoad: true }),
    requirements: listOf(row.requirements).map((r, i) =>
      isRow(r)
        ? whenOf(filled(r, { id: `r${i}`, end: 'any', sides: 'any', colours: [], source: 'case' }), `w${i}`)
        : r,
    ),
  };
}

/**
 * Cavities in one row where nothing else is said: `cavities: 6`, or their numbers. A lamp's half is the mirror of the
 * vehicle's, so that equal numbers meet.
 */
function connector(row: Row): Row {
  const count = typeof row.cavities === 'number' ? row.cavities : listOf(row.cavities).length;
  const numbers =
    typeof row.cavities === 'number'
      ? Array.from({ length: Math.min(200, Math.max(0, row.cavities)) }, (_, i) => String(i + 1))
      : listOf(row.cavities);
  return {
    ...filled(row, { rows: 1, columns: count, latch: 'none', locks: [], sealed: false, keyed: true }),
    cavities: numbers.map((n, i) =>
      typeof n === 'string' ? { number: n, row: 1, column: row.half === 'lamp' ? count - i : i + 1 } : n,
    ),
  };
}

const factKey = (row: Row): Row =>
  filled(row, { subject: 'vehicle', sources: ['measured', 'seen', 'told', 'assumed'], label: named(row.id) });
const part = (row: Row): Row => filled(row, { name: named(row.id), partNumber: row.id, price: FREE });

/**
 * A shelf as a person writes it in a case, with everything put in that a row of the published form needs. What is
 * wrong stays wrong: the form finds it.
 */
export function fullShelf(shelf: Json, line: Json): { readonly shelf: Json; readonly taken: Taken } {
  const taken: Taken = {};
  if (!isRow(shelf)) return { shelf, taken };
  const rows = (list: string, f: (row: Row, at: string) => Row): Row =>
    shelf[list] === undefined
      ? {}
      : {
          [list]: Array.isArray(shelf[list])
            ? shelf[list].map((r: Json, i) => (isRow(r) ? f(r, `/shelf/${list}/${i}`) : r))
            : shelf[list],
        };
  return {
    shelf: {
      ...shelf,
      ...rows('factKeys', factKey),
      ...rows('profiles', profile),
      ...rows('parts', part),
      ...rows('connectors', connector),
      ...rows('lamps', (r, at) => lamp(r, at, taken, listOf(shelf.applications))),
      ...rows('families', (r, at) => family(r, at, taken)),
      ...rows('applications', (r) => application(r, line)),
    },
    taken,
  };
}
