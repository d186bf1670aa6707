import * as yup from 'yup';
import { LOCALES } from '@/words';
import { newPassword } from '../auth/newPassword';
import { USERNAME, usernameOf } from '../auth/passwords';

const isZone = (zone: string): boolean => {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
};
const CURRENCIES = new Set(Intl.supportedValuesOf('currency'));

/** Road rules that a new job begins with. */
export const MARKETS = ['unknown', 'ECE', 'NA', 'none'] as const;
/** *Setting*: bays of a shop at the most. */
const BAYS_MAX = 24;

const text = (max: number) => yup.string().strict().trim('not-trimmed').max(max, 'too-long');
/** On one line: a name goes into calendars, file names and heads of sheets. */
const name = (max: number) =>
  text(max).test('one-line', 'text-not-keepable', (t) => !/\p{Cc}/u.test(t ?? ''));
const whole = (min: number, max: number) =>
  yup.number().strict().integer('not-whole').min(min, 'out-of-range').max(max, 'out-of-range');

/** What a shop is, as a lead says it: at the opening, and in the settings. */
export const shopFields = {
  name: name(80).required('missing'),
  zone: text(60)
    .required('missing')
    .test('zone', 'no-such-zone', (z) => isZone(z ?? '')),
  locale: yup.string().strict().oneOf(LOCALES, 'not-one-of').required('missing'),
  currency: yup
    .string()
    .strict()
    .test('currency', 'no-such-currency', (c) => CURRENCIES.has(c ?? ''))
    .required('missing'),
  /** Of an hour’s work, in minor units. */
  hourMinor: whole(0, 10_000_000).required('missing'),
  /** Hundredths of a per cent. */
  taxBp: whole(0, 10_000).required('missing'),
  openMin: whole(0, 1439).required('missing'),
  closeMin: whole(1, 1440).required('missing'),
  market: yup.string().strict().oneOf(MARKETS, 'not-one-of').required('missing'),
  sheetHead: text(300).defined('missing'),
  sheetFoot: text(600).defined('missing'),
  bays: yup
    .array(name(40).required('missing'))
    .strict()
    .min(1, 'too-few')
    .max(BAYS_MAX, 'too-many')
    .required('missing')
    .test('twice', 'twice', (b) => new Set((b ?? []).map((x) => x.toLowerCase())).size === (b ?? []).length),
};

/** A person as a lead adds one. */
export const personFields = {
  name: name(80).required('missing'),
  username: text(30)
    .required('missing')
    .test('username', 'username-form', (u) => USERNAME.test(usernameOf(u ?? ''))),
};

const hoursFit = (v: unknown): boolean => {
  const { openMin, closeMin } = v as { openMin?: number; closeMin?: number };
  return openMin === undefined || closeMin === undefined || openMin < closeMin;
};

/** The settings of a shop. */
export const shopForm = yup
  .object(shopFields)
  .test('hours', 'hours', (v, at) => hoursFit(v) || at.createError({ path: 'closeMin', message: 'hours' }));
export type ShopInput = yup.InferType<typeof shopForm>;

/** The first form of an installation: the shop, its first lead, what its shelf begins with. */
export const firstDayForm = yup
  .object({
    ...shopFields,
    key: yup.string().strict().max(100, 'too-long').required('missing'),
    shelf: yup.string().strict().oneOf(['starter', 'empty'], 'not-one-of').required('missing'),
    lead: yup
      .object({
        ...personFields,
        password: newPassword,
      })
      .required('missing'),
  })
  .test('hours', 'hours', (v, at) => hoursFit(v) || at.createError({ path: 'closeMin', message: 'hours' }));
export type FirstDayInput = yup.InferType<typeof firstDayForm>;
