import type { Judgement } from '../../fitment';
import { type Prose, type Reason, reason } from '../../kernel/reason';
import type { Family, Lamp, Money, Part } from '../../catalogue/types';
import type { FactSource, FactValue, PositionKey } from '../../vehicle';
import type { AsFound, BodyOf } from '../events';
import type { OpenItem } from '../items/openItem';
import type { JobReading } from '../readJob';
import { releaseHands, type ReleaseHands } from './releaseHands';
import { releaseWiring, type ReleaseWiring } from './releaseWiring';
import { type Customer, customerOf } from '../log/customer';
import { customerWords } from '../log/locked';
import { releaseRecords, type ReleaseRecords } from './releaseRecords';
import type { Stage } from '../stages/stages';
import type { VehicleRecord } from '../readings/vehicleFacts';

/** Whether a job may be locked, and if not, what stands in the way. */
export interface ReleaseCheck {
  readonly ready: boolean;
  readonly missing: readonly Reason[];
  readonly openItems: readonly OpenItem[];
  /** The revision that the next lock would make. */
  readonly nextRevision: number;
}

/** Stages that raise an open item for what is not proven: that item, not the stage, stands in the way. */
const OWN_ITEMS = new Set<Stage>(['release', 'bench', 'prove']);

/** Likewise single wants that an item of their own stands for. */
const OWN_ITEM_CODES = new Set(['strip-no-sheet']);

/** Late entries do not stand in the way of a new lock: it takes them in. */
export function releaseCheck(job: Pick<JobReading, 'record' | 'stages' | 'items'>): ReleaseCheck {
  const open = job.items.filter((i) => i.closed === null && i.origin !== 'late-entry');
  const wanting = job.stages
    .filter((s) => !OWN_ITEMS.has(s.stage) && s.state === 'open')
    .flatMap((s) => s.missing)
    .filter((m) => !OWN_ITEM_CODES.has(m.code));
  // Several stages may wait for the same thing; it is said once.
  const missing = [...new Map(wanting.map((m) => [JSON.stringify(m), m])).values()];
  if (job.record.locks.length > 0 && job.record.late.length === 0) missing.push(reason('already-locked'));
  return {
    ready: open.length === 0 && missing.length === 0,
    missing,
    openItems: open,
    nextRevision: job.record.locks.length + 1,
  };
}

/** Version of the frozen document's form. */
export const RELEASE_DOCUMENT_FORM = 2;

/** What is handed over, frozen: printed sheets are made from this alone, so that they never change. */
export interface ReleaseDocument {
  /** Documents of form 1 have no `hands`. */
  readonly form: 1 | typeof RELEASE_DOCUMENT_FORM;
  readonly revision: number;
  readonly lockedAt: string;
  readonly lockedBy: string;
  readonly shop: {
    readonly name: string;
    readonly zone: string;
    /** What stood above and below every sheet then; absent: nothing did. */
    readonly head?: string;
    readonly foot?: string;
  };
  readonly job: { readonly number: number; readonly openedAt: string; readonly words: string };
  /** Absent: nobody wrote it down, or it is a document of before. */
  readonly customer?: Customer;
  readonly vehicle: Pick<VehicleRecord, 'vin' | 'serial' | 'plate' | 'fleet'> & {
    readonly maker: string;
    readonly name: string;
    readonly hazards: Family['hazards'];
  };
  readonly facts: readonly {
    readonly key: string;
    readonly label: Prose | null;
    readonly unit: string | null;
    readonly subject: string;
    readonly value: FactValue;
    readonly source: FactSource;
    readonly by: string;
    readonly contradicted: boolean;
  }[];
  readonly asFound: readonly {
    readonly position: PositionKey;
    readonly found: readonly AsFound[];
    readonly words: string;
  }[];
  readonly modifications: readonly { readonly words: string; readonly position: PositionKey | null }[];
  readonly wishes: readonly string[];
  readonly swaps: readonly {
    readonly positions: readonly PositionKey[];
    readonly lamps: readonly {
      readonly position: PositionKey;
      readonly maker: string;
      readonly name: string;
      readonly partNumber: string;
      readonly rev: number;
    }[];
    readonly parts: readonly {
      readonly name: Prose;
      readonly partNumber: string;
      readonly quantity: number;
      readonly certain: boolean;
    }[];
    readonly verdict: Judgement['verdict'];
    readonly reasons: readonly Reason[];
    readonly functions: Judgement['functions'];
    readonly road: Judgement['road'];
    readonly price: Money | null;
    readonly override: BodyOf<'lamp-chosen'>['override'] | null;
  }[];
  readonly items: readonly {
    readonly what: Reason;
    readonly how: 'done' | 'handed-over' | 'met';
    readonly words: string;
    readonly by: string;
    readonly at: string;
  }[];
  readonly hands?: ReleaseHands;
  /** Absent in documents of before Wire kept it. */
  readonly wiring?: ReleaseWiring;
  readonly history: readonly { readonly at: string; readonly by: string; readonly type: string }[];
  /** Absent in documents of before boxes, readings and prices were kept. */
  readonly records?: ReleaseRecords;
}

/** A job read whole, with the names and rows that its record shows. */
export interface ReleaseInput {
  readonly reading: JobReading;
  readonly vehicle: VehicleRecord;
  readonly family: Family;
  readonly shop: ReleaseDocument['shop'];
  readonly jobNumber: number;
  readonly lamp: (id: string, rev: number) => Lamp | undefined;
  readonly part: (id: string, rev: number) => Part | undefined;
  /** Name of a person by user id. */
  readonly nameOf: (user: string) => string;
  readonly lockedBy: string;
  readonly lockedAt: string;
}

/** Freezes a job that is ready. Codes and facts, and what people wrote; words are put to the codes when it is printed. */
export function releaseDocument(input: ReleaseInput): ReleaseDocument {
  const { reading, vehicle, family, nameOf } = input;
  const { record, facts, context } = reading;
  const customer = customerOf(record);
  return {
    form: RELEASE_DOCUMENT_FORM,
    revision: record.locks.length + 1,
    lockedAt: input.lockedAt,
    lockedBy: nameOf(input.lockedBy),
    shop: input.shop,
    job: {
      number: input.jobNumber,
      openedAt: record.opened?.at ?? '',
      words: customerWords(record),
    },
    ...(customer ? { customer } : {}),
    vehicle: {
      vin: vehicle.vin,
      serial: vehicle.serial,
      plate: vehicle.plate,
      fleet: vehicle.fleet,
      maker: family.maker,
      name: family.name,
      hazards: family.hazards,
    },
    facts: [...facts.values()].flatMap((f) => {
      const key = context.registry.find(f.key);
      if (!f.decidedBy || f.value === null) return [];
      const unit = key?.type.kind === 'number' ? key.type.unit : null;
      return [
        {
          key: f.key,
          label: key?.label ?? null,
          unit,
          subject: f.subject,
          value: f.value,
          source: f.decidedBy.source,
          by: nameOf(f.decidedBy.by),
          contradicted: f.contradictedBy.length > 0,
        },
      ];
    }),
    asFound: [...record.asFound].map(([position, l]) => ({
      position,
      found: l.event.body.found,
      words: l.event.body.words ?? '',
    })),
    modifications: record.modifications.map((m) => ({
      words: m.body.words,
      position: m.body.position ?? null,
    })),
    wishes: record.wishes?.event.body.wishes ?? [],
    swaps: reading.checks.flatMap((check) => frozenSwap(check, input)),
    items: reading.items.flatMap((i) =>
      i.closed
        ? [
            {
              what: i.what,
              how: i.closed.how,
              words: i.closed.words,
              by: nameOf(i.closed.by),
              at: i.closed.at,
            },
          ]
        : [],
    ),
    hands: releaseHands(reading, nameOf),
    wiring: releaseWiring(reading, family, nameOf),
    records: releaseRecords(reading, (id) => reading.context.parts.get(id), nameOf),
    history: record.standing.map((e) => ({ at: e.at, by: nameOf(e.user), type: e.type })),
  };
}

/**
 * Functions as the customer knows them: where the old lamps were missing there was nothing to keep or to lose, and what
 * the new one does is new.
 */
function changedFunctions(
  functions: Judgement['functions'],
  swap: JobReading['checks'][number]['swap'],
  { record }: JobReading,
): Judgement['functions'] {
  const gone = swap.positions.every(
    (p) => record.asFound.get(p)?.event.body.found.includes('missing') === true,
  );
  if (!gone) return functions;
  return functions.flatMap((f) => (f.newSides.length > 0 ? [{ ...f, change: 'gained' as const }] : []));
}

function frozenSwap(
  { swap, now }: JobReading['checks'][number],
  input: ReleaseInput,
): ReleaseDocument['swaps'] {
  const body = swap.choice?.event.body;
  if (!body || !now) return [];
  return [
    {
      positions: swap.positions,
      lamps: Object.entries(body.lamps).flatMap(([position, ref]) => {
        const lamp = input.lamp(ref.id, ref.rev);
        return lamp
          ? [{ position, maker: lamp.maker, name: lamp.name, partNumber: lamp.partNumber, rev: ref.rev }]
          : [];
      }),
      parts: body.parts.flatMap((p) => {
        const part = input.part(p.id, p.rev);
        return part
          ? [{ name: part.name, partNumber: part.partNumber, quantity: p.quantity, certain: p.certain }]
          : [];
      }),
      verdict: now.verdict,
      reasons: now.reasons,
      functions: changedFunctions(now.functions, swap, input.reading),
      road: now.road,
      price: now.price,
      override: body.override ?? null,
    },
  ];
}
