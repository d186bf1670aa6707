import * as yup from 'yup';
import { type ShelfKind, SHELF_KINDS } from '@/core/catalogue';
import { csvColumns } from '@/formats/shelf';

/** A row as it is typed: the text of each column. */
export type Cells = Readonly<Record<string, string>>;

const cells = yup
  .mixed<Cells>()
  .required('missing')
  .test(
    'cells',
    'malformed',
    (v) => typeof v === 'object' && !Array.isArray(v) && Object.values(v).every((x) => typeof x === 'string'),
  );

/** One row of the shelf as it was typed, over the revision that was seen; 0: a new one. */
export const rowForm = yup.object({
  kind: yup.string().strict().oneOf(SHELF_KINDS, 'not-one-of').required('missing'),
  cells,
  seenRev: yup
    .number()
    .strict()
    .integer('not-whole')
    .min(0, 'out-of-range')
    .max(2 ** 31 - 1, 'out-of-range')
    .required('missing'),
});

/** An application as it is typed, to see which open jobs it would change. */
export const impactForm = yup.object({ cells });

/** The cells of a kind's own columns; what was left out is empty. */
export const cellsOf = (kind: ShelfKind, sent: Cells): Cells =>
  Object.fromEntries(csvColumns(kind).map((c) => [c, Object.hasOwn(sent, c) ? (sent[c] ?? '') : '']));

/** The column that a fault inside a row belongs to. */
export function inColumns<R>(
  kind: ShelfKind,
  faults: readonly { readonly path: string; readonly reason: R }[],
): readonly { readonly column: string; readonly reason: R }[] {
  return faults.map(({ path, reason }) => {
    const [, field = '', next = ''] = path.split('/');
    const column = [field === 'lamps' ? next : field].find((c) => csvColumns(kind).includes(c));
    return { column: column ?? path, reason };
  });
}
