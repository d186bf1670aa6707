import * as yup from 'yup';
import { FACT_SOURCES, type FactValue, suits } from '../../vehicle';
import { id, note, oneOf, shape } from './form';
import { eventKind } from './kind';

const VALUE_MAX = 200;
const isValue = (v: unknown) =>
  v === null ||
  typeof v === 'boolean' ||
  (typeof v === 'number' && Number.isFinite(v)) ||
  (typeof v === 'string' && v.length <= VALUE_MAX);

/** Somebody said, saw or measured something of the vehicle; `value: null` is a look that could not tell. */
export const factStated = eventKind({
  type: 'fact-stated',
  form: shape({
    key: id(),
    /** `vehicle`, or the key of a position. */
    subject: id(),
    value: yup
      .mixed<FactValue & (string | number | boolean)>()
      .nullable()
      .defined('missing')
      .test('value', 'wrong-type', isValue),
    source: oneOf(FACT_SOURCES),
    /** As typed, where a quantity was typed. */
    typed: note(VALUE_MAX),
    /** Of a plug that the shelf does not have: its cavities as they were counted. */
    cavities: yup
      .number()
      .strict()
      .typeError('wrong-type')
      .integer('not-whole')
      .min(1, 'out-of-range')
      .max(200, 'out-of-range')
      .optional(),
  }),
  needs: 'record-arrival',
  fits: ({ key: name, subject, source, value }, frame) => {
    const key = frame.factKey(name);
    if (!key) return 'unknown-fact';
    if (subject !== 'vehicle' && !frame.positions.has(subject)) return 'unknown-position';
    if ((key.subject === 'vehicle') !== (subject === 'vehicle')) return 'wrong-subject';
    if (!key.sources.includes(source)) return 'wrong-source';
    return value === null || suits(key, value) ? null : 'value-unsuited';
  },
  // Facts are resolved by their sources, together with those of the vehicle's other jobs.
  reduce: (log) => ({ facts: log.standing }),
});
