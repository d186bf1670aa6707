import { sheetOf } from '../../kernel/ids';
import { latestBy } from '../log/frontier';
import { after, id, shape } from './form';
import { basisToAfter, eventKind, type Stored } from './kind';

/** Which of several ways of getting at the lamps is gone. While steps of one are done, another does not stand. */
export const sheetChosen = eventKind({
  type: 'sheet-chosen',
  form: shape({ swap: id(), sheet: id(), after: after() }),
  lifts: [basisToAfter],
  needs: 'work-at-vehicle',
  value: (b) => b.swap,
  asked: (b, shape) => (shape.sheets.has(sheetOf(b.swap, b.sheet)) ? null : 'no-such-sheet'),
  reduce: (log) => {
    const bySwap = new Map<string, (typeof log.standing)[number][]>();
    for (const e of log.standing) bySwap.set(e.body.swap, [...(bySwap.get(e.body.swap) ?? []), e]);
    return {
      sheets: latestBy(log, (b) => b.swap),
      /** Every choice of a swap, oldest first: which stands hangs on what was done in between. */
      sheetChoices: bySwap as ReadonlyMap<
        string,
        readonly Stored<{
          readonly swap: string;
          readonly sheet: string;
          readonly after: readonly string[];
        }>[]
      >,
    };
  },
});
