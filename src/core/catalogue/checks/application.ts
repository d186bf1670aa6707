import { predicatesOf } from '../../rule';
import type { Application } from '../rows/application';
import type { Checking } from './context';

/** Checks an application: lines, lamps of their side, parts that exist, a rule with names that stand once, its disputes. */
export function checkApplication(at: string, app: Application, on: Checking): void {
  app.families.forEach((id, j) => on.refer(`${at}/families/${j}`, 'family', id));
  for (const [place, id] of Object.entries(app.lamps)) {
    const [side] = place.split('.');
    on.refer(`${at}/lamps/${place}`, 'lamp', id);
    const lamp = on.lamps.get(id);
    if (lamp && lamp.side !== 'either' && lamp.side !== side)
      on.fault(`${at}/lamps/${place}`, 'lamp-of-other-side', { lamp: id, side: lamp.side });
  }
  on.rule(`${at}/rule`, app.rule);
  const ids = predicatesOf(app.rule).map((p) => p.id);
  for (const predicate of new Set(ids.filter((id, i) => ids.indexOf(id) !== i)))
    on.fault(`${at}/rule`, 'predicate-twice', { predicate });
  app.always?.forEach((n, j) => on.refer(`${at}/always/${j}/part`, 'part', n.part));
  app.disputes?.forEach((d, j) => {
    const here = `${at}/disputes/${j}`;
    d.statements.forEach((x, k) => on.rule(`${here}/statements/${k}/says`, x.says));
    on.rule(`${here}/settle`, d.settle);
    if (['all', 'any', 'not'].includes(d.settle.op))
      on.fault(`${here}/settle/op`, 'settle-one-fact', { dispute: d.id });
  });
  app.supplies.forEach((s, j) =>
    s.parts.forEach((n, k) => on.refer(`${at}/supplies/${j}/parts/${k}/part`, 'part', n.part)),
  );
}
