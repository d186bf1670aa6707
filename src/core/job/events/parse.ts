import * as yup from 'yup';
import { type AnyEvent, EVENT_KINDS, isEventType, kindOf } from './index';
import { id, text } from './form';
import type { EventKind, Loose } from './kind';
import { type EntryFault, textFaults } from './text';

/** An entry that can be read, lifted to today's form, or why it cannot. */
export type EntryParse =
  | { readonly kind: 'entry'; readonly event: AnyEvent }
  | { readonly kind: 'faults'; readonly faults: readonly EntryFault[] };

const UUID_V7 = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
const AT = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/;
/** No device of ours wrote before. */
const EARLIEST = '2020-01-01T00:00:00.000Z';
/** The database keeps the count of a device in 32 bits. */
const SEQ_MAX = 2_147_483_647;

/** A UTC time with milliseconds that is in the calendar, and not before the program was. */
export const isRealTime = (v: unknown): boolean => {
  if (typeof v !== 'string' || !AT.test(v) || v < EARLIEST) return false;
  const ms = Date.parse(v);
  return Number.isFinite(ms) && new Date(ms).toISOString() === v;
};

/** Identity and clock of an entry, as every writer gives them. */
export const ENVELOPE = {
  id: id().matches(UUID_V7, 'not-uuid-v7'),
  at: text(24).required('missing').test('real', 'no-real-time', isRealTime),
  device: id(),
  deviceSeq: yup
    .number()
    .strict()
    .typeError('wrong-type')
    .integer('not-whole')
    .min(0, 'out-of-range')
    .max(SEQ_MAX, 'out-of-range')
    .required('missing'),
};

const HEAD = yup
  .object({
    ...ENVELOPE,
    job: id(),
    user: id(),
    type: id(),
    v: yup.mixed().required('missing'),
    body: yup.mixed(),
  })
  .strict(true)
  .typeError('wrong-type')
  .noUnknown(true, 'unknown-field');

/** Lifts a body to the present version, step by step; a version that is not known is left as it is. */
export function liftBody<B>(kind: EventKind<string, B, object>, v: number, body: unknown): unknown {
  if (typeof body !== 'object' || body === null || Array.isArray(body)) return body;
  return kind.lifts.slice(Math.max(0, v - 1)).reduce<Loose>((b, lift) => lift(b), body as Loose);
}

/** A stored entry with its body at the present version. The row itself is never rewritten. */
export function lifted<E extends { readonly type: string; readonly v: number; readonly body: unknown }>(
  e: E,
): E {
  if (!isEventType(e.type)) return e;
  const body = liftBody(kindOf(e.type), e.v, e.body);
  return body === e.body ? e : { ...e, body };
}

/**
 * Parses one entry as a device sent it, of any version that ever was; its body is lifted to the present one. Nothing
 * that was sent makes it throw.
 */
export function parseEntry(sent: unknown): EntryParse {
  const unfit = textFaults(sent);
  if (unfit.length > 0) return { kind: 'faults', faults: unfit };
  const faults: EntryFault[] = faultsOf(HEAD, sent, '');
  const type = field(sent, 'type');
  if (!isEventType(type) || EVENT_KINDS[type].writer === 'server')
    return {
      kind: 'faults',
      faults: [...faults.filter((f) => f.path !== 'type'), { path: 'type', code: 'not-one-of' }],
    };
  const kind = kindOf(type);
  const v = field(sent, 'v');
  if (typeof v !== 'number' || !Number.isInteger(v) || v < 1 || v > kind.v)
    faults.push({ path: 'v', code: 'version-unknown' });
  const body = liftBody(kind, typeof v === 'number' ? v : kind.v, field(sent, 'body'));
  faults.push(...faultsOf(kind.form as yup.Schema, body, 'body'));
  if (faults.length > 0) return { kind: 'faults', faults };
  return { kind: 'entry', event: { ...(sent as object), body } as AnyEvent };
}

/** What is wrong with a body of a type at its present version; empty: nothing. */
export function bodyFaults(type: AnyEvent['type'], body: unknown): readonly EntryFault[] {
  const unfit = textFaults(body);
  return unfit.length > 0 ? unfit : faultsOf(kindOf(type).form as yup.Schema, body, '');
}

const field = (sent: unknown, name: string): unknown =>
  typeof sent === 'object' && sent !== null && Object.hasOwn(sent, name) ? (sent as Loose)[name] : undefined;

/** Codes of everything that a form finds, by path under a root. */
function faultsOf(form: yup.Schema, value: unknown, root: string): EntryFault[] {
  try {
    form.validateSync(value, { abortEarly: false, strict: true });
    return [];
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return inner.map((e) => ({ path: join(root, e.path ?? ''), code: e.message }));
  }
}

const join = (root: string, path: string) =>
  root === '' || path === '' ? root + path : path.startsWith('[') ? root + path : `${root}.${path}`;
