import { isAimed, lampAims } from '../readings/beam';
import { weakMapMemoize } from 'reselect';
import type { Judgement, VehicleLack } from '../../fitment';
import { type Reason, reason, factsOf } from '../../kernel/reason';
import type { ResolvedFact } from '../../vehicle';
import type { JobRecord } from '../fold';
import type { ItemOrigin, OpenItem } from './openItem';
import { addedItems } from './addedItems';
import { damageItems } from './damageItems';
import { atLamp } from './atLamp';
import { closable, closingsThatDoNot, type Since } from './closings';
import { proofItems, stripItems } from './handItems';
import type { RuledItem } from './ruledItem';
import { type HeldBehind, isPersonsItem, type JobFrame } from '../events';
import { compareEvents } from '../log/frontier';
import type { Unfit } from '../log/standing';
import { orderItems } from '../readings/orders';
import { notProven } from '../readings/proof';
import type { ChoiceCheck } from '../readings/check';
import { part } from '../../kernel/part';
import type { Stage } from '../stages/stages';
import type { SuspectVin } from '../readings/vehicleFacts';
import type { StripReading } from '../readings/work';
import { harnessItems } from './harnessItems';
import { dropItems, jointItems } from './jointItems';
import { lookItems } from './lookItems';
import { pairItems } from './pairItems';
import type { PlugLook } from '../readings/plugs';
import { readingOf } from '../../kernel/ids';
import { isLocked } from '../log/locked';
import type { LightFinding } from '../../light/judge/finding';
import { seriousConflicts } from '../readings/wiring';

/** Every item of a job, and the closings that close none. */
export interface ItemReading {
  readonly items: readonly OpenItem[];
  readonly unfit: readonly Unfit[];
}

/** Raises an item of a rule; `since`: the entry that it rests on. */
type Raise = (id: string, origin: ItemOrigin, what: Reason, stage: Stage, since?: Since | null) => void;

/** Every item of a job: raised by people and by rules, closed ones included, oldest first, rules' last. */
export function openItems(
  record: JobRecord,
  facts: Iterable<ResolvedFact>,
  checks: readonly ChoiceCheck[],
  strip: StripReading,
  plugs: readonly PlugLook[],
  lacks: readonly VehicleLack[],
  places: JobFrame['positions'],
  suspectVin: SuspectVin | null = null,
): ItemReading {
  const found: OpenItem[] = record.raised.map((e) =>
    closable(record, {
      // Entries of before could have a rule’s id: such an item is kept apart from the rule’s own.
      id: isPersonsItem(e.body.item) ? e.body.item : `person/${e.body.item}`,
      closedAs: e.body.item,
      origin: e.body.origin,
      what: reason('item-words', { words: e.body.words }),
      stage: e.body.stage ?? 'arrive',
      raisedBy: e.user,
      raisedAt: e.at,
      since: e,
    }),
  );
  const rule: Raise = (id, origin, what, stage, since = null) =>
    found.push(closable(record, { id, origin, what, stage, raisedBy: null, raisedAt: null, since }));

  for (const fact of facts) {
    if (fact.contradictedBy.length === 0) continue;
    const statements = [fact.decidedBy, ...fact.contradictedBy].flatMap((s) => s ?? []);
    const said = statements.map((s) => `${s.source}=${String(s.value)}`);
    rule(
      `contradiction:${fact.ref}:${said.join('|')}`,
      'contradiction',
      reason('item-contradiction', { fact: fact.key, subject: fact.subject, said }),
      'arrive',
      [...statements].sort(compareEvents).at(-1),
    );
  }
  for (const check of checks) found.push(...checkItems(check, checkEntries(record)));
  // What a lock took in stays as it was then, until something reopens the job.
  if (!isLocked(record)) found.push(...newerItems(record, checks, strip, plugs, lacks, places));
  if (!isLocked(record) && suspectVin)
    rule(
      `vin:${suspectVin.vin}:${suspectVin.why}`,
      'contradiction',
      reason(`item-vin-${suspectVin.why}`, { vin: suspectVin.vin }),
      'arrive',
    );
  const first = record.swaps.flatMap((s) => s.chosenSince ?? []).sort(compareEvents)[0] ?? null;
  found.push(...stripItems(strip, record.rechecks).map((i) => ruled(record, i, first)));
  const orders = checks.flatMap((c) => c.orders ?? []);
  found.push(
    ...orderItems(orders, record, (swap, what) =>
      isProven(
        what,
        checks.filter((c) => c.swap.id === swap),
      ),
    ).map((i) => ruled(record, i, first)),
  );
  for (const [position, value] of record.asFound)
    if (value.rivals.length > 0)
      rule(
        `rivals:as-found:${value.event.id}`,
        'rival-entries',
        reason('item-rival-as-found', { position }),
        'arrive',
        value.event,
      );
  if (record.wishes && record.wishes.rivals.length > 0)
    rule(
      `rivals:wishes:${record.wishes.event.id}`,
      'rival-entries',
      reason('item-rival-wishes'),
      'arrive',
      record.wishes.event,
    );
  if (record.late.length > 0)
    rule(
      `late:${record.locks.length}`,
      'late-entry',
      reason('item-late-entries', { count: record.late.length }),
      'release',
    );
  return { items: found, unfit: closingsThatDoNot(record, found) };
}

/** Items of rules that came after the first jobs were locked. */
function newerItems(
  record: JobRecord,
  checks: readonly ChoiceCheck[],
  strip: StripReading,
  plugs: readonly PlugLook[],
  lacks: readonly VehicleLack[],
  places: JobFrame['positions'],
): readonly OpenItem[] {
  const chosen = checks.filter((c) => c.swap.choice !== null);
  const first = chosen.flatMap((c) => c.swap.chosenSince ?? []).sort(compareEvents)[0];
  return [
    ...pairItems(chosen, record, places).map(({ swap, ...i }) =>
      ruled(record, i, chosen.find((c) => c.swap.id === swap)?.swap.chosenSince ?? null),
    ),
    ...damageItems(strip, record).map((i) => ruled(record, i, null)),
    ...chosen.flatMap((c) => addedItems(c, strip, record).map((i) => ruled(record, i, c.swap.chosenSince))),
    ...chosen.flatMap((c) =>
      [...lookItems(c, plugs, record), ...jointItems(c), ...dropItems(c)].map((i) =>
        ruled(record, i, c.swap.choice?.event ?? null),
      ),
    ),
    ...(first ? lacks : []).map((l) =>
      ruled(
        record,
        {
          id: `required:${l.profile}:${l.requirement}`,
          origin: 'required',
          what: reason('item-required', { does: l.does, profile: l.profile, source: l.source }),
          stage: 'fit',
        },
        first ?? null,
      ),
    ),
  ];
}

type CheckEntries = Pick<
  JobRecord,
  'closings' | 'feeds' | 'decisions' | 'harnessReads' | 'lightReads' | 'aimReads'
>;
const checkEntries = part<JobRecord>()(
  'closings',
  'feeds',
  'decisions',
  'harnessReads',
  'lightReads',
  'aimReads',
);

/** What one swap raises: anew only when it, or what was closed, has changed. */
const checkItems = weakMapMemoize((check: ChoiceCheck, record: CheckEntries): readonly OpenItem[] => {
  const found: OpenItem[] = [];
  const rule: Raise = (id, origin, what, stage, since = null) =>
    found.push(closable(record, { id, origin, what, stage, raisedBy: null, raisedAt: null, since }));
  swapItems(check, rule);
  found.push(...lightItems(check, record).map((i) => ruled(record, i, check.swap.chosenSince)));
  wiringItems(check, rule);
  const { choice, positions } = check.swap;
  if (!choice) return found;
  const ruledItems = [
    ...harnessItems(check, record),
    ...proofItems(choice.event.id, positions, check.proofs),
  ];
  return [...found, ...ruledItems.map((i) => ruled(record, i, choice.event))];
});

/** Light before the old lamps come out, aim after the new ones are in: each closed by its reading. */
function lightItems(
  { swap }: Pick<ChoiceCheck, 'swap'>,
  record: Pick<JobRecord, 'lightReads' | 'aimReads'>,
): readonly RuledItem[] {
  const { positions, chosenSince, id } = swap;
  const aimed = positions.filter(isAimed);
  if (!swap.choice || !chosenSince || aimed.length === 0) return [];
  const read = record.lightReads.get(readingOf(id, 'before'))?.event;
  const measured = read && aimed.every((p) => read.body.lux[p] !== undefined);
  const figures = record.aimReads.get(id)?.event;
  const held =
    figures &&
    compareEvents(figures, chosenSince) > 0 &&
    aimed.every((p) => lampAims(figures.body).some((l) => l.position === p && l.passes));
  // That somebody called an aim within, as could be said before, closes nothing: it has no figures to be held against.
  const passed = held ? figures : null;
  return [
    {
      id: `baseline:${id}`,
      origin: 'baseline-light',
      what: reason('item-baseline-light', { positions }),
      stage: 'strip',
      ...(measured ? { met: { by: read.user, at: read.at } } : {}),
    },
    {
      id: `aim:${id}`,
      origin: 'aim',
      what: reason('item-aim', { positions }),
      stage: 'prove',
      ...(passed ? { met: { by: passed.user, at: passed.at } } : {}),
    },
  ];
}

function swapItems({ swap, now, revised }: ChoiceCheck, raise: Raise): void {
  const chosen = swap.choice?.event;
  if (!chosen) return;
  const rule: Raise = (id, origin, what, stage) => raise(id, origin, what, stage, chosen);
  const positions = swap.positions;
  if (chosen.body.override)
    rule(
      `override:${chosen.id}`,
      'override',
      reason('item-override', { verdict: chosen.body.verdict, words: chosen.body.override.words }),
      'fit',
    );
  if (swap.choice && swap.choice.rivals.length > 0)
    rule(`rivals:choice:${chosen.id}`, 'rival-entries', reason('item-rival-choice', { positions }), 'fit');
  if (now && (now.verdict !== chosen.body.verdict || partsDiffer(now, chosen.body.parts)))
    rule(
      `stale:${chosen.id}:${now.verdict}:${now.parts.map((p) => `${p.part}x${p.quantity}`).join(',')}`,
      'choice-stale',
      reason(now.verdict === chosen.body.verdict ? 'item-parts-changed' : 'item-verdict-changed', {
        positions,
        before: chosen.body.verdict,
        now: now.verdict,
      }),
      'fit',
    );
  if (revised.length > 0 || now === null)
    rule(
      `revised:${chosen.id}:${revised.join(',')}`,
      'choice-revised',
      reason('item-choice-revised', { rows: revised }),
      'fit',
    );
}

/** What the pin map and the rules of light leave to be settled by a person. */
function wiringItems({ swap, wiring, light }: ChoiceCheck, raise: Raise): void {
  const chosen = swap.choice?.event;
  if (!chosen) return;
  const rule: Raise = (id, origin, what, stage) => raise(id, origin, what, stage, chosen);
  for (const w of wiring)
    if (w.unknownPlug)
      rule(
        `unknown-plug:${chosen.id}:${w.position}`,
        'wire-unmapped',
        reason('item-plug-not-on-shelf', { position: w.position, cavities: w.unknownPlug.cavities ?? 0 }),
        'wire',
      );
  const unmapped = wiring.filter((w) => w.state === 'unmapped' && !w.unknownPlug).map((w) => w.position);
  if (unmapped.length > 0)
    rule(
      `unmapped:${chosen.id}`,
      'wire-unmapped',
      reason('item-wire-unmapped', { positions: unmapped }),
      'wire',
    );
  for (const w of wiring)
    for (const c of seriousConflicts(w))
      rule(
        `wire:${chosen.id}:${w.position}:${c.code}:${String(factsOf(c).cavity ?? factsOf(c).plug ?? '')}`,
        'wire-conflict',
        atLamp(c, w.position),
        'wire',
      );
  const lines = wiring.flatMap((w) => w.bench);
  const unproven = lines.filter((l) => !l.read?.verdict.passes);
  if (unproven.length > 0)
    rule(
      `bench:${chosen.id}`,
      'bench-proof',
      reason('item-bench-proof', { positions: swap.positions, unproven: unproven.length, all: lines.length }),
      'bench',
    );
  const through = [...new Set(wiring.flatMap((w) => w.map?.adapters ?? []))];
  for (const part of through.filter((p) => !chosen.body.parts.some((line) => line.id === p)))
    rule(
      `adapter:${chosen.id}:${part}`,
      'wire-conflict',
      reason('item-adapter-not-chosen', { positions: swap.positions, part }),
      'wire',
    );
  const broken = new Map(
    light.flatMap((f) => {
      const undecided = wiring.find((w) => w.position === f.position)?.undecided ?? [];
      return f.state === 'broken' && f.why.code === 'in-setting' && !undecided.includes(f.why.rule.does)
        ? [[f.why.rule.id, f.why.rule] as const]
        : [];
    }),
  );
  for (const r of broken.values())
    rule(
      `light:${chosen.id}:${r.id}`,
      'light-rule',
      reason('item-light-rule', { positions: swap.positions, does: r.does, must: r.must, source: r.source }),
      'light',
    );
  const timed = new Map(
    light.flatMap((f) => {
      const about = TIMED_ITEMS[f.kind];
      return f.state === 'broken' && about ? [[f.rule ?? f.kind, { ...f, about }] as const] : [];
    }),
  );
  for (const [id, { about, source }] of timed)
    rule(
      `light:${chosen.id}:${id}`,
      'light-rule',
      reason('item-light-timed', { positions: swap.positions, about, source: source ?? '' }),
      'light',
    );
}

/** Kinds of findings over time that raise an item; a rate that a lamp's load makes is a matter of its wiring. */
const TIMED_ITEMS: Partial<Record<LightFinding['kind'], 'sweep' | 'sides' | 'stop' | 'drl' | 'show'>> = {
  sweep: 'sweep',
  alike: 'sides',
  'drl-out': 'drl',
  'start-up': 'show',
};

/** Whether what a part was held behind has been proven. */
function isProven(what: HeldBehind, checks: readonly ChoiceCheck[]): boolean {
  if (what === 'function-proven')
    return checks.every((c) => c.proofs.length > 0 && notProven(c.proofs).length === 0);
  const wirings = checks.flatMap((c) => c.wiring);
  if (what === 'wire-proven') return wirings.every((w) => w.state === 'mapped' && w.undecided.length === 0);
  return wirings.every((w) => w.bench.length > 0 && w.bench.every((l) => l.read?.verdict.passes));
}

function partsDiffer(
  now: Judgement,
  chosen: readonly { id: string; quantity: number; certain: boolean }[],
): boolean {
  const text = (lines: readonly { id: string; quantity: number; certain: boolean }[]) =>
    lines
      .filter((l) => l.certain)
      .map((l) => `${l.id}x${l.quantity}`)
      .sort()
      .join();
  return text(now.parts.map((p) => ({ ...p, id: p.part }))) !== text(chosen);
}

/** An item of a rule; where what it asks for was done, that closes it, unless a person did before. */
function ruled(record: Pick<JobRecord, 'closings'>, i: RuledItem, since: Since | null): OpenItem {
  const plain = closable(record, {
    id: i.id,
    origin: i.origin,
    what: i.what,
    stage: i.stage,
    raisedBy: i.raisedBy ?? null,
    raisedAt: i.raisedAt ?? null,
    since: i.since ?? since,
  });
  return i.met && !plain.closed ? { ...plain, closed: { how: 'met', words: '', ...i.met } } : plain;
}
