import { accepted } from '../rule';
import type { Condition } from '../rule/condition';
import { factRef, LINE_FACT } from '../vehicle';

const LINE_REF = factRef(LINE_FACT, 'vehicle');

/** The condition for one vehicle line: what asks which line it is, is answered. */
export function onLine(c: Condition, line: string): Condition {
  switch (c.kind) {
    case 'all':
    case 'any':
      return { kind: c.kind, of: c.of.map((x) => onLine(x, line)) };
    case 'not':
      return { kind: 'not', of: onLine(c.of, line) };
    case 'claims':
      return { ...c, says: c.says.map((x) => onLine(x, line)) };
    case 'constant':
      return c;
    case 'leaf': {
      const mends = c.mends.map((m) => (m.when ? { ...m, when: onLine(m.when, line) } : m));
      if (c.ref !== LINE_REF) return { ...c, mends };
      const { id, origin, position, side } = c;
      const value = accepted(c.accepts, line) ? 'yes' : 'no';
      return { kind: 'constant', id, value, mends, origin, position, side };
    }
  }
}
