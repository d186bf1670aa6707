import type {
  CavityAt,
  CellAt,
  CheckAt,
  FeedOf,
  JointOf,
  LampAt,
  LookAt,
  MatterOf,
  PartOf,
  PlugAt,
  SheetOf,
  WayStep,
} from '../../kernel/ids';
import type * as yup from 'yup';
import type { FactKey } from '../../vehicle';
import type { Permission, Role } from '../rights';
import type { Frozen } from './form';

/** An entry as the log keeps it, with a body of one form. Identity is `id` (UUID v7) within the shop. */
export interface Entry<B = unknown, T extends string = string> {
  readonly id: string;
  readonly job: string;
  readonly type: T;
  /** Version of the body’s form as it was written; `body` is at the present one. */
  readonly v: number;
  /** Hybrid clock of the device, ISO 8601 UTC with milliseconds. */
  readonly at: string;
  readonly device: string;
  readonly deviceSeq: number;
  readonly user: string;
  readonly body: B;
}

/** An entry as stored: with its place in the order of arrival (only lateness reads it). */
export interface Stored<B = unknown, T extends string = string> extends Entry<B, T> {
  readonly seq: number;
  readonly receivedAt: string;
  /** What its author was when it was taken in; null: taken in before that was kept, and judged then. */
  readonly role: Role | null;
  /** How sure its author's name is; absent: its author was signed in, or it was taken in before that was kept. */
  readonly sure?: Surety;
}

/**
 * How an entry came under its author's name where that is not who was signed in. `device`: chosen at a device that
 * several work on. `let-in`: it was held, and somebody let this very content in, by a password or from the desk.
 */
export interface Surety {
  readonly by: 'device' | 'let-in';
  /** Who was signed in. */
  readonly signedIn: string;
  /** Who let it in. */
  readonly letInBy?: string;
}

/**
 * What a job is about, as far as an entry can be held against it without reading the job: which lamps, facts, plugs,
 * feeds and adapters there are.
 */
export interface JobFrame {
  readonly positions: ReadonlySet<string>;
  /** Also finds keys that are on no list (`option.*`, `circuit.*`). */
  readonly factKey: (id: string) => FactKey | undefined;
  /** Of the vehicle line. */
  readonly plugs: ReadonlySet<PlugAt>;
  /** Of the vehicle line, by position. */
  readonly vehicleCavities: ReadonlySet<CavityAt>;
  /** Of every lamp that was ever chosen, by lamp. */
  readonly lampCavities: ReadonlySet<CavityAt>;
  /** `sourceId` of every place of the line that a feed can be taken from. */
  readonly feedPlaces: ReadonlySet<string>;
  /** Parts of the shelf that are adapters. */
  readonly adapters: ReadonlySet<string>;
  /** Lamps that other jobs of this vehicle fitted, by job. */
  readonly fittedEarlier: ReadonlyMap<string, ReadonlySet<string>>;
}

/** What a job asks for, once it is read: what entries can be answers to. */
export interface JobShape {
  readonly steps: ReadonlySet<WayStep>;
  /** Looks that steps of the way back want. */
  readonly looks: ReadonlySet<LookAt>;
  readonly bench: ReadonlySet<CheckAt>;
  readonly checks: ReadonlySet<CheckAt>;
  /** Joints that are made by hand. */
  readonly joints: ReadonlySet<JointOf>;
  /** Points where the loss under load can be read. */
  readonly drops: ReadonlySet<CheckAt>;
  readonly proofs: ReadonlySet<CellAt>;
  readonly boxes: ReadonlySet<LampAt>;
  /** Swaps with a quote that has a price. */
  readonly quoted: ReadonlySet<string>;
  readonly parts: ReadonlySet<PartOf>;
  readonly feeds: ReadonlySet<FeedOf>;
  readonly matters: ReadonlySet<MatterOf>;
  readonly sheets: ReadonlySet<SheetOf>;
  /** Lamps that are chosen. */
  readonly lamps: ReadonlySet<LampAt>;
  readonly swaps: ReadonlySet<string>;
  /** Swaps that have a lamp. */
  readonly chosen: ReadonlySet<string>;
  readonly items: ReadonlySet<string>;
}

/** The entries of one type, in history order, and which of them stand. */
export interface TypeLog<B> {
  /** Every entry of the type, voided ones too: what they saw still counts as seen. */
  readonly all: readonly Stored<B>[];
  /** Those that stand: not voided, and fitting the job’s frame. */
  readonly standing: readonly Stored<B>[];
}

/** A body of an older version, before it is lifted. */
export type Loose = Readonly<Record<string, unknown>>;

/**
 * One kind of entry, everything about it in one place.
 * @typeParam B its body at the present version
 * @typeParam S what it puts into the job’s record
 */
export interface EventKind<T extends string, B, S extends object> {
  readonly type: T;
  /** Version of the body’s form that is written today. */
  readonly v: number;
  /** The body’s form; also what its type is made from. */
  readonly form: yup.ISchema<unknown>;
  /** `lifts[i]` makes a body of version `i + 2` from one of version `i + 1`; a body that is no such thing is left. */
  readonly lifts: readonly ((body: Loose) => Loose)[];
  /** `server`: written by a use case of the server alone, never sent. */
  readonly writer: 'device' | 'server';
  /** What it takes to write it, from the entry alone. */
  readonly needs: (body: B) => Permission;
  /** `never`: it cannot be undone. */
  readonly undo: 'own-or-lead' | 'never';
  /** Key of the value that it sets, within its type; absent: entries of this type add up. */
  readonly value?: (body: B) => string;
  /** Why it fits nowhere in a job of this frame; null: it fits. It is kept all the same. */
  readonly fits?: (body: B, frame: JobFrame) => string | null;
  /** Why nothing in the job as it is read now asks for it; null: something does. It is kept all the same. */
  readonly asked?: (body: B, shape: JobShape) => string | null;
  /** What the entries of this type add to the record. */
  readonly reduce: (log: TypeLog<B>) => S;
  /** Key of the message that names it. */
  readonly words: string;
}

interface Definition<T extends string, F extends yup.ISchema<unknown>, S extends object> {
  readonly type: T;
  readonly form: F;
  readonly lifts?: EventKind<T, unknown, S>['lifts'];
  readonly writer?: 'server';
  readonly needs: Permission | ((body: Frozen<yup.InferType<F>>) => Permission);
  readonly undo?: 'never';
  readonly value?: (body: Frozen<yup.InferType<F>>) => string;
  readonly fits?: (body: Frozen<yup.InferType<F>>, frame: JobFrame) => string | null;
  readonly asked?: (body: Frozen<yup.InferType<F>>, shape: JobShape) => string | null;
  readonly reduce: (log: TypeLog<Frozen<yup.InferType<F>>>) => S;
}

/** Makes a kind from its definition: the body’s type is what the form lets pass. */
export function eventKind<T extends string, F extends yup.ISchema<unknown>, S extends object>(
  d: Definition<T, F, S>,
): EventKind<T, Frozen<yup.InferType<F>>, S> {
  const { needs, lifts = [] } = d;
  return {
    type: d.type,
    v: lifts.length + 1,
    form: d.form,
    lifts,
    writer: d.writer ?? 'device',
    needs: typeof needs === 'function' ? needs : () => needs,
    undo: d.undo ?? 'own-or-lead',
    ...(d.value ? { value: d.value } : {}),
    ...(d.fits ? { fits: d.fits } : {}),
    ...(d.asked ? { asked: d.asked } : {}),
    reduce: d.reduce,
    words: `event.${d.type}`,
  };
}

/** Version 1 named the one entry that was built upon (`basis`); version 2 names all that were seen (`after`). */
export function basisToAfter(body: Loose): Loose {
  if (!('basis' in body) || 'after' in body) return body;
  const { basis, ...rest } = body;
  return basis === null || typeof basis === 'string'
    ? { ...rest, after: basis === null ? [] : [basis] }
    : body;
}

/** Why a position is none of the vehicle’s; null where it is, or where none is named. */
export const atPosition = (position: string | undefined, frame: JobFrame): string | null =>
  position === undefined || frame.positions.has(position) ? null : 'unknown-position';
