/** Building blocks of the entries' forms. They are strict, made once at load, and say codes, never sentences. */
import * as yup from 'yup';

/** A type with everything in it read-only. */
export type Frozen<T> = T extends (infer U)[]
  ? readonly Frozen<U>[]
  : T extends object
    ? { readonly [K in keyof T]: Frozen<T[K]> }
    : T;

/** Longest id, in UTF-16 code units. */
const ID_MAX = 120;
/** Longest text that a person writes in one field. */
const WORDS_MAX = 2000;

/** A text field up to a length; may be empty. */
export const text = (max: number) =>
  yup.string().strict().typeError('wrong-type').defined('missing').max(max, 'too-long');
/** An id, or another short text that must be there. */
export const id = (max = ID_MAX) => text(max).required('missing');
/** An id that may be left out. */
export const maybeId = (max = ID_MAX) => text(max).optional();
/** A SHA-256 as hex, or nothing. */
export const maybeDigest = () =>
  text(64)
    .matches(/^[0-9a-f]{64}$/, 'malformed')
    .optional();
/** What a person wrote: not empty, without blanks at its ends. */
export const words = () => text(WORDS_MAX).trim('not-trimmed').required('missing');
/** What a person may write besides. */
export const note = (max = WORDS_MAX) => text(max).optional();
/** One of a list of words. */
export const oneOf = <const T extends readonly string[]>(values: T): yup.StringSchema<T[number]> =>
  yup
    .string()
    .strict()
    .typeError('wrong-type')
    .oneOf(values, 'not-one-of')
    .required('missing') as unknown as yup.StringSchema<T[number]>;
/** One of a list of words, or nothing. */
export const maybeOneOf = <const T extends readonly string[]>(
  values: T,
): yup.StringSchema<T[number] | undefined> =>
  yup
    .string()
    .strict()
    .typeError('wrong-type')
    .oneOf(values, 'not-one-of')
    .optional() as unknown as yup.StringSchema<T[number] | undefined>;
/** Yes or no. */
export const yesNo = () => yup.boolean().strict().typeError('wrong-type');
/** A finite number in a range, both ends in it. */
export const number = (min: number, max: number) =>
  yup
    .number()
    .strict()
    .typeError('wrong-type')
    .min(min, 'out-of-range')
    .max(max, 'out-of-range')
    .required('missing');
/** A whole number in a range, both ends in it. */
export const whole = (min: number, max: number) => number(min, max).integer('not-whole');
/** A list with so many rows. */
export const list = <T>(rows: yup.ISchema<T, yup.AnyObject>, min: number, max: number) =>
  yup
    .array<yup.AnyObject, T>(rows)
    .strict(true)
    .typeError('wrong-type')
    .required('missing')
    .min(min, 'too-few')
    .max(max, 'too-many');
/** An object with just these fields. */
export const shape = <T extends yup.ObjectShape>(fields: T) =>
  yup
    .object(fields)
    .strict(true)
    .typeError('wrong-type')
    .noUnknown(true, 'unknown-field')
    .required('missing');

const isRecord = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

/** An object with free keys: each pair is tested. `V` is the type that the test proves. */
export const record = <V>(most: number, test: (key: string, value: unknown) => boolean) =>
  yup
    .mixed<Record<string, V>>()
    .required('missing')
    .test(
      'record',
      'wrong-type',
      (v: unknown) =>
        isRecord(v) && Object.keys(v).length <= most && Object.entries(v).every(([k, x]) => test(k, x)),
    );

/** The same, where it may be left out. */
export const maybeRecord = <V>(most: number, test: (key: string, value: unknown) => boolean) =>
  yup
    .mixed<Record<string, V>>()
    .optional()
    .test(
      'record',
      'wrong-type',
      (v: unknown) =>
        v === undefined ||
        (isRecord(v) && Object.keys(v).length <= most && Object.entries(v).every(([k, x]) => test(k, x))),
    );

const moneyFields = {
  minor: whole(0, 1_000_000_000),
  currency: id(3).matches(/^[A-Z]{3}$/, 'malformed'),
};
/** An amount in minor units of a currency (ISO 4217). */
export const money = () => shape(moneyFields);
/** The same, where it may be left out. */
export const maybeMoney = () =>
  yup
    .object(moneyFields)
    .strict(true)
    .typeError('wrong-type')
    .noUnknown(true, 'unknown-field')
    .optional()
    .default(undefined);

/** A row of the shelf at a revision. */
export const rowRef = () => shape({ id: id(), rev: whole(0, 2_147_483_647) });

/** Entries of one value that the writer saw, at most. */
export const AFTER_MAX = 16;
/** The entries *of this value* that the writer saw and meant to replace. */
export const after = () => list(id(), 0, AFTER_MAX);
