/** Keys that are put together from ids: made here, read here, and the same text as they are stored with. */
declare const kind: unique symbol;

/** A key of one kind. Text of no kind, and keys of another, are none. */
export type Key<K extends string> = string & { readonly [kind]: K };

const key = <K extends string>(...parts: readonly string[]): Key<K> => parts.join('/') as Key<K>;

/**
 * A fact about a subject (`vehicle`, or a position), `plug@headlamp.front.left`. Text as people write it in cases and
 * files: its kind is not kept by the compiler.
 */
export type FactRef = string;
/** Names a fact about a subject. */
export const factRef = (fact: string, subject: string): FactRef => `${fact}@${subject}`;
/** A fact's key and its subject. */
export function splitFactRef(ref: FactRef): { readonly key: string; readonly subject: string } {
  const at = ref.indexOf('@');
  return { key: ref.slice(0, at), subject: ref.slice(at + 1) };
}

/** A plug of the vehicle at a position, `headlamp.front.left/X41`. */
export type PlugAt = Key<'plug'>;
/** Names a plug at a position. */
export const plugAt = (position: string, plug: string): PlugAt => key(position, plug);

/** A cavity of a plug there, `headlamp.front.left/X41/3`; of a lamp, `brace-left/main/3`. */
export type CavityAt = Key<'cavity'>;
/** @param at position or lamp @param cavity `plug/cavity` */
export const cavityAt = (at: string, cavity: string): CavityAt => key(at, cavity);

/** A lamp at a position, `headlamp.front.left/brace-left`. */
export type LampAt = Key<'lamp'>;
/** Names a lamp at a position. */
export const lampAt = (position: string, lamp: string): LampAt => key(position, lamp);

/** A step of bench or proof, or a check of the harness, of a lamp at a position. */
export type CheckAt = Key<'check'>;
/** Names a step or check of a lamp at a position. */
export const checkAt = (position: string, lamp: string, check: string): CheckAt => key(position, lamp, check);

/** One function in a setting of the proof. */
export type CellAt = Key<'cell'>;
/** Names a function in a setting. */
export const cellAt = (at: CheckAt, does: string): CellAt => key(at, does);

/** A function of a swap that wants a feed, `<swap>/drl`. */
export type FeedOf = Key<'feed'>;
/** Names a feed of a swap. */
export const feedOf = (swap: string, does: string): FeedOf => key(swap, does);

/** A joint of a swap that was made by hand, `<swap>/feed/drl/part`. */
export type JointOf = Key<'joint'>;
/** Names a joint of a swap. */
export const jointOf = (swap: string, joint: string): JointOf => key(swap, joint);

/** A part or lamp that a swap needs. */
export type PartOf = Key<'part'>;
/** Names a part of a swap. */
export const partOf = (swap: string, part: string): PartOf => key(swap, part);

/** A light reading of a swap, before or after. */
export type ReadingOf = Key<'reading'>;
/** Names a light reading of a swap. */
export const readingOf = (swap: string, when: string): ReadingOf => key(swap, when);

/** A wall with one lamp of a swap on it, before or after. */
export type WallOf = Key<'wall'>;
/** Names a wall of a lamp. */
export const wallOf = (swap: string, when: string, position: string): WallOf => key(swap, when, position);

/** A step sheet of a swap. */
export type SheetOf = Key<'sheet'>;
/** Names a sheet of a swap. */
export const sheetOf = (swap: string, sheet: string): SheetOf => key(swap, sheet);

/** One of the smaller choices of the wiring. */
export type Matter = Key<'matter'>;
/** What the smaller choices are about. */
export const MATTER_KINDS = ['mode', 'cure', 'route', 'adapters'] as const;
export type MatterKind = (typeof MATTER_KINDS)[number];
/** How a mode plug is set. */
export const modeMatter = (position: string, plug: string, cavity: string): Matter =>
  key('mode', position, plug, cavity);
/** What is done about a circuit that misses the lamp. */
export const cureMatter = (circuit: string): Matter => key('cure', circuit);
/** How long the leg to a lamp is. */
export const routeMatter = (position: string): Matter => key('route', position);
/** Which adapters lead to a lamp. */
export const adaptersMatter = (position: string): Matter => key('adapters', position);
/** What a matter is about; null: the text is none. */
export const matterKind = (text: string): MatterKind | null =>
  MATTER_KINDS.find((k) => text.startsWith(`${k}/`)) ?? null;

/** A matter of a swap. */
export type MatterOf = Key<'matter-of'>;
/** Names a matter of a swap. */
export const matterOf = (swap: string, matter: string): MatterOf => key(swap, matter);

/** A step of the plan on one of its ways, `out/bumper-off`. */
export type WayStep = Key<'way-step'>;
/** Names a step on its way. */
export const wayStep = (way: 'out' | 'back', step: string): WayStep => key(way, step);

/** A look that a step of the way back wants. */
export type LookAt = Key<'step-look'>;
/** Names a look of a step. */
export const lookAt = (step: string, look: string): LookAt => key(step, look);

/** A group of fasteners at a step of the plan. */
export type GroupAt = Key<'group'>;
/** Names a group of fasteners. */
export const groupAt = (step: string, group: string): GroupAt => key(step, group);

/** A cavity among the plugs of one place, `main/3`, as it stands in pins and bench steps. */
export const cavityOf = (plug: string, cavity: string): string => `${plug}/${cavity}`;
/** `plug/cavity`, or `end/cavity` of an adapter, taken apart. */
export function splitCavity(text: string): { readonly end: string; readonly cavity: string } {
  const at = text.indexOf('/');
  return { end: text.slice(0, at), cavity: text.slice(at + 1) };
}

/** A step of a sheet as the plan has it at one lamp, `lamp-out@headlamp.front.left`; `once` steps keep their id. */
export const plannedStep = (step: string, position: string | null): string =>
  position === null ? step : `${step}@${position}`;
/** Id of the sheet's step that a step of the plan was made from. */
export const sheetStep = (planned: string): string => planned.split('@')[0] ?? planned;

/** A row of the shelf at a revision, `brace-left#3`. */
export type RowAt = Key<'row-at'>;
/** Names a row at a revision. */
export const rowAt = (id: string, rev: number): RowAt => `${id}#${rev}` as RowAt;

/** A row of the shelf by its kind, `lamp/brace-left`. */
export type RowOf = Key<'row-of'>;
/** Names a row by its kind. */
export const rowOf = (rowKind: string, id: string): RowOf => key(rowKind, id);
/** The id of the row. */
export const rowIdOf = (row: RowOf): string => row.slice(row.indexOf('/') + 1);

/** Parts that are taken together, `one+other`; `none`: a lead that is made. */
export const chainText = (parts: readonly string[]): string => parts.join('+');
/** The parts of a chain, in their order. */
export const chainParts = (text: string): readonly string[] => text.split('+');

const FASTENERS = 'fasteners:';

/**
 * The item of fasteners that do not add up, by the figures of each group. The groups stand in one order whatever the order of
 * the steps: a balance that was written for them stays theirs when the sheet is laid out anew.
 */
export const fastenersItem = (groups: readonly string[]): string =>
  `${FASTENERS}${[...groups].sort().join(',')}`;

/** An item's id as it is compared: those of before have their groups in the order of the steps of then. */
export const itemAsCompared = (id: string): string =>
  id.startsWith(FASTENERS) ? fastenersItem(id.slice(FASTENERS.length).split(',')) : id;
