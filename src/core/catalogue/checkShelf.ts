import { compareText } from '../kernel/reason';
import { sheetFaults } from '../work/checkSheet';
import { adapterFaults } from './checks/adapter';
import { checkApplication } from './checks/application';
import { checkConnectors } from './checks/connector';
import { checking } from './checks/context';
import { checkFamily } from './checks/family';
import { checkLamp } from './checks/lamp';
import { checkProfile } from './checks/profile';
import type { ShelfFault } from './fault';
import { type Shelf, SHELF_KINDS, SHELF_LISTS } from './types';

/**
 * Checks everything that a schema cannot: ids once only, references that lead somewhere, predicates whose values
 * suit the fact, sides that agree, plugs that can carry current. An empty list means that the shelf can be trusted inside.
 * @param shelf well-formed by schema, and complete: a partial file is merged over the shop's shelf first
 */
export function checkShelf(shelf: Shelf): readonly ShelfFault[] {
  const faults: ShelfFault[] = [];
  const on = checking(shelf, faults);
  for (const kind of SHELF_KINDS) {
    const seen = new Set<string>();
    shelf[SHELF_LISTS[kind]].forEach((row, i) => {
      if (seen.has(row.id)) on.fault(`/${SHELF_LISTS[kind]}/${i}/id`, 'id-twice', { id: row.id });
      seen.add(row.id);
    });
  }
  shelf.families.forEach((family, i) => checkFamily(`/families/${i}`, family, on));
  shelf.applications.forEach((app, i) => checkApplication(`/applications/${i}`, app, on));
  shelf.profiles.forEach((profile, i) => checkProfile(`/profiles/${i}`, profile, on));
  shelf.stepSheets.forEach((sheet, i) => {
    const at = `/stepSheets/${i}`;
    sheet.families.forEach((id, j) => on.refer(`${at}/families/${j}`, 'family', id));
    if (sheet.when) on.rule(`${at}/when`, sheet.when);
    // A sheet for several lines has to be right for each of them.
    const lines = shelf.families.filter((f) => sheet.families.includes(f.id));
    const faults = (lines.length > 0 ? lines : [null]).flatMap((line) => sheetFaults(sheet, line?.states));
    const said = new Set<string>();
    for (const f of faults) {
      const key = `${f.path} ${JSON.stringify(f.reason)}`;
      if (!said.has(key)) on.take([{ path: `${at}${f.path}`, reason: f.reason }]);
      said.add(key);
    }
  });
  checkConnectors(shelf.connectors, on);
  shelf.lamps.forEach((lamp, i) => checkLamp(`/lamps/${i}`, lamp, on));
  shelf.parts.forEach((part, i) => {
    if (part.adapter) on.take(adapterFaults(`/parts/${i}/adapter`, part.adapter, shelf));
  });
  return faults.sort((a, b) => compareText(a.path, b.path) || compareText(a.reason.code, b.reason.code));
}
