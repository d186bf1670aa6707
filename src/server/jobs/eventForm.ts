import * as yup from 'yup';
import {
  AS_FOUND,
  type AnyEvent,
  BOX_CHECKS,
  CALCULATORS,
  EVENT_VERSION,
  type EventType,
  HELD_BEHIND,
  ITEM_ORIGINS,
  LOOKED,
  PART_MOVES,
  PLUG_CHECKS,
  STAGES,
  STEP_OUTCOMES,
  WARRANTY_SYMPTOMS,
} from '@/core/job';
import { WISHES } from '@/core/fitment';
import { FEED_SCHOOLS, type FeedSource, type HandPins, SLOT_WAYS } from '@/core/harness';
import { SEEN, type SeenCell } from '@/core/prove';
import { FASTENER_ACTS } from '@/core/strip';
import { FACT_SOURCES, LAMP_FUNCTIONS, LIGHT_COLOURS } from '@/core/vehicle';

const id = () => yup.string().strict().required().min(1).max(120);
const words = () => yup.string().strict().trim().required().max(2000);
const form = <T extends yup.ObjectShape>(shape: T) =>
  yup.object(shape).strict(true).noUnknown(true).required();
const basis = () => yup.string().strict().nullable().defined().max(120);

const money = () =>
  yup
    .object({
      minor: yup.number().strict().integer().min(0).max(1_000_000_000).required(),
      currency: yup
        .string()
        .strict()
        .matches(/^[A-Z]{3}$/)
        .required(),
    })
    .strict(true)
    .noUnknown(true);

const factValue = yup
  .mixed<string | number | boolean>()
  .nullable()
  .defined()
  .test(
    'fact-value',
    (v) =>
      v === null ||
      typeof v === 'boolean' ||
      typeof v === 'number' ||
      (typeof v === 'string' && v.length <= 200),
  );

const isSeen = (value: unknown): boolean =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  Object.keys(value).length > 0 &&
  Object.entries(value).every(
    ([does, cell]) => does.length <= 60 && seenCell.isValidSync(cell, { strict: true }),
  );

const seenCell = form({
  expected: yup.string().strict().required().max(60),
  seen: yup.string().strict().oneOf(SEEN).required(),
});

const feedSource = yup
  .mixed<FeedSource>()
  .test(
    'source',
    'names a place that feeds',
    (v) => v === undefined || SOURCE_FORMS.some((f) => f.isValidSync(v)),
  );

const SOURCE_FORMS = [
  form({
    kind: yup.string().strict().oneOf(['slot']).required(),
    box: id(),
    slot: id(),
    way: yup.string().strict().oneOf(SLOT_WAYS).required(),
  }),
  form({ kind: yup.string().strict().oneOf(['lead']).required(), lead: id() }),
  form({ kind: yup.string().strict().oneOf(['battery']).required() }),
  form({ kind: yup.string().strict().oneOf(['wire']).required(), circuit: id() }),
];

const PIN = /^[A-Za-z0-9._-]{1,80}\/[A-Za-z0-9._-]{1,80}$/;
const isPins = (value: unknown): boolean =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  Object.keys(value).length <= 200 &&
  Object.entries(value).every(
    ([to, from]) => PIN.test(to) && (from === null || (typeof from === 'string' && PIN.test(from))),
  );

/** Bodies that a device may send; the others are written by use cases of their own. */
const BODIES = {
  'fact-stated': form({
    key: id(),
    subject: id(),
    value: factValue,
    source: yup.string().strict().oneOf(FACT_SOURCES).required(),
    typed: yup.string().strict().max(200).optional(),
  }),
  'as-found': form({
    position: id(),
    found: yup
      .array(yup.string().strict().oneOf(AS_FOUND).required())
      .strict(true)
      .required()
      .min(1)
      .max(AS_FOUND.length),
    words: yup.string().strict().max(2000).optional(),
    basis: basis(),
  }),
  'wishes-stated': form({
    wishes: yup
      .array(yup.string().strict().oneOf(WISHES).required())
      .strict(true)
      .required()
      .max(WISHES.length),
    words: yup.string().strict().max(2000).optional(),
    basis: basis(),
  }),
  'modification-noted': form({ words: words(), position: yup.string().strict().max(120).optional() }),
  'swap-opened': form({ swap: id(), positions: yup.array(id()).strict(true).required().min(1).max(20) }),
  'item-raised': form({
    item: id(),
    origin: yup.string().strict().oneOf(ITEM_ORIGINS).required(),
    words: words(),
    stage: yup.string().strict().oneOf(STAGES).optional(),
  }),
  'item-closed': form({
    item: yup.string().strict().required().max(1000),
    how: yup.string().strict().oneOf(['done', 'handed-over']).required(),
    words: words(),
  }),
  'plug-recorded': form({
    position: id(),
    plug: id(),
    checks: form(
      Object.fromEntries(PLUG_CHECKS.map((c) => [c, yup.string().strict().oneOf(LOOKED).required()])),
    ),
    basis: basis(),
  }),
  'feed-chosen': form({
    swap: id(),
    does: yup.string().strict().oneOf(LAMP_FUNCTIONS).required(),
    school: yup.string().strict().oneOf(FEED_SCHOOLS).required(),
    words: words(),
    source: feedSource.optional().default(undefined),
    basis: basis(),
  }),
  'wire-decided': form({
    swap: id(),
    matter: yup
      .string()
      .strict()
      .required()
      .max(240)
      .matches(/^(mode|cure|route|adapters)\//),
    choice: id(),
    words: yup.string().strict().max(2000).optional(),
    basis: basis(),
  }),
  'pins-set': form({
    position: id(),
    lamp: id(),
    pins: yup.mixed<HandPins>().required().test('pins', 'names cavities of either side', isPins),
    basis: basis(),
  }),
  'check-read': form({
    position: id(),
    lamp: id(),
    check: yup.string().strict().required().max(1000),
    value: yup.number().strict().min(0).max(1e9).nullable().defined(),
    flashes: yup.boolean().strict().optional(),
    basis: basis(),
  }),
  'figure-noted': form({
    calculator: yup.string().strict().oneOf(CALCULATORS).required(),
    inputs: yup
      .array(form({ name: id(), typed: yup.string().strict().max(80).defined() }))
      .strict(true)
      .required()
      .max(20),
    result: words(),
    formula: words(),
    position: yup.string().strict().max(120).optional(),
    words: yup.string().strict().max(2000).optional(),
  }),
  'bench-read': form({
    position: id(),
    lamp: id(),
    step: id(),
    reading: form({
      currentA: yup.number().strict().min(0).max(100).required(),
      seen: yup
        .string()
        .strict()
        .oneOf([...LIGHT_COLOURS, 'dark', 'other-function'])
        .required(),
    }),
    basis: basis(),
  }),
  'sheet-chosen': form({ swap: id(), sheet: id(), basis: basis() }),
  'step-ticked': form({
    step: id(),
    way: yup.string().strict().oneOf(['out', 'back']).required(),
    outcome: yup.string().strict().oneOf(STEP_OUTCOMES).required(),
    words: words().when('outcome', { is: 'done', then: () => yup.string().strict().max(2000).optional() }),
    basis: basis(),
  }),
  'fastener-counted': form({
    step: id(),
    group: id(),
    act: yup.string().strict().oneOf(FASTENER_ACTS).required(),
    count: yup.number().strict().integer().min(1).max(999).required(),
  }),
  'proof-seen': form({
    position: id(),
    lamp: id(),
    step: yup.string().strict().required().max(400),
    seen: yup
      .mixed<Record<string, SeenCell>>()
      .required()
      .test('seen', 'names functions with what was expected and seen', isSeen),
    words: yup.string().strict().max(2000).optional(),
    basis: basis(),
  }),
  'quote-agreed': form({
    swap: id(),
    total: money(),
    minutes: yup.number().strict().min(0).max(100_000).required(),
    words: words(),
    deposit: money().optional().default(undefined),
    basis: basis(),
  }),
  'part-moved': form({
    swap: id(),
    part: id(),
    move: yup.string().strict().oneOf(PART_MOVES).required(),
    quantity: yup.number().strict().integer().min(1).max(9999).required(),
    behind: yup.string().strict().oneOf(HELD_BEHIND).optional(),
    due: yup
      .string()
      .strict()
      .matches(/^\d{4}-\d\d-\d\d$/)
      .optional(),
    words: yup.string().strict().max(2000).optional(),
  }),
  'box-checked': form({
    position: id(),
    lamp: id(),
    checks: form(
      Object.fromEntries(BOX_CHECKS.map((c) => [c, yup.string().strict().oneOf(LOOKED).required()])),
    ),
    serial: yup.string().strict().max(60).defined(),
    lot: yup.string().strict().max(60).optional(),
    words: yup.string().strict().max(2000).optional(),
    leftovers: yup
      .array(form({ what: words(), why: words() }))
      .strict(true)
      .required()
      .min(0)
      .max(20),
    basis: basis(),
  }),
  'scope-added': form({
    scope: id(),
    words: words(),
    minutes: yup.number().strict().min(0).max(100_000).required(),
    parts: yup.string().strict().max(2000).defined(),
    tests: words(),
    consent: words(),
    price: money().optional().default(undefined),
  }),
  'photo-added': form({
    photo: yup
      .string()
      .strict()
      .matches(/^[0-9a-f]{64}$/)
      .required(),
    position: yup.string().strict().max(120).optional(),
    stage: yup.string().strict().oneOf(STAGES).required(),
    words: yup.string().strict().max(2000).optional(),
  }),
  'warranty-linked': form({
    earlier: id(),
    lamps: yup.array(id()).strict(true).required().min(1).max(20),
    symptom: yup.string().strict().oneOf(WARRANTY_SYMPTOMS).required(),
    words: yup.string().strict().max(2000).optional(),
    basis: basis(),
  }),
  void: form({ target: id() }),
} as const satisfies Partial<Record<EventType, yup.AnyObjectSchema>>;

export type SentEventType = keyof typeof BODIES;
const isSent = (t: unknown): t is SentEventType => typeof t === 'string' && Object.hasOwn(BODIES, t);

const UUID_V7 = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
const AT = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/;

/** Identity and clock of an event, as every writer gives them. */
export const ENVELOPE = {
  id: yup.string().strict().required().matches(UUID_V7, 'is not a UUID of version 7'),
  at: yup
    .string()
    .strict()
    .required()
    .matches(AT, 'is not a UTC time with milliseconds')
    .test('real', 'is no real time', (v) => !Number.isNaN(Date.parse(v ?? ''))),
  device: id(),
  deviceSeq: yup.number().strict().integer().min(0).required(),
};
export const envelopeForm = form(ENVELOPE);
export type Envelope = yup.InferType<typeof envelopeForm>;

/** One thing wrong with what was sent. */
export interface Fault {
  readonly path: string;
  readonly message: string;
}

export type EventParse =
  | { readonly kind: 'event'; readonly event: Omit<AnyEvent, 'user'> }
  | { readonly kind: 'faults'; readonly faults: readonly Fault[] };

/** Parses one event as sent by a device; the sender is taken from the session, never from the event. */
export function parseEvent(sent: unknown): EventParse {
  const type = sent !== null && typeof sent === 'object' && 'type' in sent ? sent.type : undefined;
  if (!isSent(type))
    return {
      kind: 'faults',
      faults: [{ path: 'type', message: `must be one of ${Object.keys(BODIES).join(', ')}` }],
    };
  const whole = form({
    ...ENVELOPE,
    job: id(),
    type: yup.string().strict().required(),
    v: yup.number().strict().oneOf([EVENT_VERSION]).required(),
    body: BODIES[type],
  });
  try {
    return {
      kind: 'event',
      event: whole.validateSync(sent, { abortEarly: false }) as unknown as Omit<AnyEvent, 'user'>,
    };
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return { kind: 'faults', faults: inner.map((e) => ({ path: e.path ?? '', message: e.message })) };
  }
}
