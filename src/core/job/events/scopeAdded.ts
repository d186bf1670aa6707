import { id, maybeMoney, number, shape, text, words } from './form';
import { eventKind } from './kind';

/** Work that was added while the job ran, with its own time, parts, tests and consent. */
export const scopeAdded = eventKind({
  type: 'scope-added',
  form: shape({
    scope: id(),
    words: words(),
    minutes: number(0, 100_000),
    parts: text(2000),
    tests: words(),
    consent: words(),
    price: maybeMoney(),
  }),
  needs: 'choose-parts',
  reduce: (log) => ({ scopes: log.standing }),
});
