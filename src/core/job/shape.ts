import {
  adaptersMatter,
  cellAt,
  checkAt,
  feedOf,
  jointOf,
  lampAt,
  lookAt,
  matterOf,
  partOf,
  routeMatter,
  sheetOf,
  wayStep,
} from '../kernel/ids';
import { weakMapMemoize } from 'reselect';
import { feedMatterFunctions } from './readings/wireMatters';
import { type JobShape, kindOf } from './events';
import type { JobRecord } from './fold';
import type { Unfit } from './log/standing';
import type { OpenItem } from './items/openItem';
import type { ChoiceCheck } from './readings/check';
import type { StripReading } from './readings/work';

/** What a job asks for as it is read now: what its entries can be answers to. */
export function jobShape(
  record: Pick<JobRecord, 'everChosen' | 'raised' | 'swaps'>,
  checks: readonly ChoiceCheck[],
  strip: StripReading,
  items: readonly OpenItem[],
): JobShape {
  return {
    ...askedBy(checks, record.everChosen),
    steps: new Set([...strip.out, ...strip.back].map((l) => wayStep(l.step.way, l.step.id))),
    looks: new Set(strip.back.flatMap((l) => l.looks.map((k) => lookAt(l.step.id, k.look)))),
    sheets: new Set(strip.uses.flatMap((u) => u.candidates.map((c) => sheetOf(u.swap, c.sheet.id)))),
    swaps: new Set(record.swaps.map((s) => s.id)),
    items: new Set([...items.map((i) => i.id), ...record.raised.map((e) => e.body.item)]),
  };
}

/** What the swaps ask for. */
const askedBy = weakMapMemoize(
  (
    checks: readonly ChoiceCheck[],
    everChosen: JobRecord['everChosen'],
  ): Omit<JobShape, 'steps' | 'looks' | 'sheets' | 'swaps' | 'items'> => {
    const wirings = checks.flatMap((c) => c.wiring);
    const at = (w: { position: string; lamp: { id: string } }, what: string) =>
      checkAt(w.position, w.lamp.id, what);
    // What a choice once pinned may be on its way still, and what is only perhaps needed may be ordered.
    const parts = [
      ...checks.flatMap((c) => (c.orders?.quote.lines ?? []).map((l) => partOf(c.swap.id, l.id))),
      ...everChosen.flatMap(({ body }) =>
        [...body.parts, ...Object.values(body.lamps)].map((r) => partOf(body.swap, r.id)),
      ),
    ];
    return {
      bench: new Set(wirings.flatMap((w) => w.bench.map((l) => at(w, l.step.id)))),
      checks: new Set(
        wirings.flatMap((w) => [
          ...(w.checks?.ring ?? []).map((l) => at(w, l.id)),
          ...(w.checks?.probes ?? []).map((l) => at(w, l.step.id)),
        ]),
      ),
      joints: new Set(checks.flatMap((c) => c.joints.map((j) => jointOf(c.swap.id, j.id)))),
      drops: new Set(checks.flatMap((c) => c.drops.map((d) => checkAt(d.position, d.lamp, d.point)))),
      proofs: new Set(
        checks.flatMap((c) =>
          c.proofs.flatMap((p) =>
            p.lamps.flatMap((l) =>
              l.cells.map((x) => cellAt(checkAt(l.position, l.lamp, p.id), x.cell.does)),
            ),
          ),
        ),
      ),
      boxes: new Set(checks.flatMap((c) => (c.orders?.boxes ?? []).map((b) => lampAt(b.position, b.lamp)))),
      quoted: new Set(checks.flatMap((c) => (c.orders?.quote.total ? [c.swap.id] : []))),
      parts: new Set(parts),
      feeds: new Set(
        checks.flatMap((c) => feedMatterFunctions(c.wiring).map((does) => feedOf(c.swap.id, does))),
      ),
      matters: new Set(
        checks.flatMap((c) =>
          [
            ...c.matters.modes.map((m) => m.matter),
            ...c.matters.cures.map((m) => m.matter),
            ...c.wiring.flatMap((w) => [adaptersMatter(w.position), routeMatter(w.position)]),
          ].map((m) => matterOf(c.swap.id, m)),
        ),
      ),
      lamps: new Set(wirings.map((w) => lampAt(w.position, w.lamp.id))),
      chosen: new Set(checks.flatMap((c) => (c.swap.choice ? [c.swap.id] : []))),
    };
  },
);

/**
 * Everything that stands in no reading of the job, with the code of why: undos that undo nothing, entries that fit
 * nowhere on this vehicle, and answers that nothing asks for now. All of it is kept; another entry may make it stand.
 */
export function unfitEntries(
  record: JobRecord,
  strip: StripReading,
  closings: readonly Unfit[],
  shape: JobShape,
): readonly Unfit[] {
  const known = [...record.unfit, ...strip.uses.flatMap((u) => u.unfit), ...closings];
  const told = new Set(known.map((u) => u.event.id));
  // Of a value only what shows can be wanting: what somebody wrote over is history.
  const heads = new Set(Object.values(record.frontiers).flat());
  const twice = new Set(record.raised.map((e) => e.id));
  const opened = new Set(record.swaps.map((s) => s.openedBy.id));
  for (const e of record.standing) {
    if (told.has(e.id)) continue;
    const kind = kindOf(e.type);
    if (kind.value && !heads.has(e.id)) continue;
    const code =
      e.type === 'item-raised'
        ? twice.has(e.id)
          ? null
          : 'item-exists'
        : e.type === 'swap-opened'
          ? opened.has(e.id)
            ? null
            : 'position-in-other-swap'
          : (kind.asked?.(e.body, shape) ?? null);
    if (code !== null) known.push({ event: e, code });
  }
  return known;
}
