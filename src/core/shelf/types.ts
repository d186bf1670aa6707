import type { Dispute, PartNeed, Rule, StatementSource } from '../rule';
import type { Circuit, LevelCase } from '../controls';
import type { Adapter, ConnectorHalf, LampPlug, VehiclePlug } from '../harness/types';
import type { Battery, FuseBox, PluginLead } from '../harness/feed/fuseBox';
import type { Prose } from '../kernel/reason';
import type { StepSheet } from '../strip/types';
import type {
  Duty,
  FactKey,
  FactValue,
  LampFunction,
  LightColour,
  Position,
  PositionRole,
  Prior,
  Provided,
  Side,
} from '../vehicle';

/** Integer minor units of an ISO 4217 currency. */
export interface Money {
  readonly minor: number;
  readonly currency: string;
}

/** Kinds of body that can be drawn. */
export const BODY_STYLES = ['van', 'shuttle', 'trailer', 'tug', 'scooter'] as const;
export type BodyStyle = (typeof BODY_STYLES)[number];

/** A function of the factory lamp, perhaps only where a condition holds (option, year group). */
export interface FactoryFunction extends Provided {
  readonly when?: Rule;
}

/** A lamp position of a vehicle family with its place in mm: x to the right of the centre line, y rearwards from the front. */
export interface Place {
  readonly position: Position;
  readonly xMm: number;
  readonly yMm: number;
  readonly functions: readonly FactoryFunction[];
}

/** A fact that holds for part of a vehicle line unless somebody looks: 2016 to 2019 have plug K6. */
export interface Derivation {
  readonly fact: string;
  /** Keys of the places; absent: all of them, or the vehicle. */
  readonly at?: readonly string[];
  readonly value: FactValue;
  /** Tests on facts of the vehicle, all of which have to hold: no `any`, no `not`, no mends. */
  readonly when: Rule;
  readonly source: StatementSource;
}

/** A vehicle line of the shelf. `assumes` are facts that hold for it unless somebody looks. */
export interface Family {
  readonly id: string;
  readonly maker: string;
  readonly name: string;
  readonly bodyStyle: BodyStyle;
  readonly lightVehicle: boolean;
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly yearFrom: number;
  readonly yearTo?: number;
  readonly hazards: readonly ('high-voltage' | 'front-sensors')[];
  readonly places: readonly Place[];
  readonly assumes: readonly { readonly fact: string; readonly value: FactValue }[];
  /** What follows from year group or options while nobody has looked; the first that holds. */
  readonly derives?: readonly Derivation[];
  /** What is usual in this line, for the order of questions. */
  readonly priors?: readonly Prior[];
  /** Absent: nobody has taken this line's harness down yet, and Wire says so. */
  readonly circuits?: readonly Circuit[];
  readonly plugs?: readonly VehiclePlug[];
  readonly fuseBoxes?: readonly FuseBox[];
  readonly battery?: Battery;
  /** Factory auxiliary circuits, and leads that plug in. */
  readonly leads?: readonly PluginLead[];
}

/** What the lens carries for a rule set: a declared mark, none, or nobody has looked (absent). */
export type LensMark = 'declared' | 'none';
/** What a lamp can do beyond its functions. */
export const LAMP_TRAITS = [
  'sequential-turn',
  'switchback',
  'drl-dims',
  'drl-goes-out',
  'brighter-low',
] as const;
export type LampTrait = (typeof LAMP_TRAITS)[number];
/** What speaks against a lamp on the road. */
export const ROAD_FLAGS = ['retrofit-source', 'modulated-stop', 'tinted'] as const;
export type RoadFlag = (typeof ROAD_FLAGS)[number];

/** One lit area of a lamp's face, in hundredths of its width and height from the upper left. */
export interface FaceSegment {
  readonly does: LampFunction;
  readonly shape: 'round' | 'bar';
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** One lamp assembly of the shelf, for one side. The face is drawn for the left side and mirrored for the right. */
export interface Lamp {
  readonly id: string;
  readonly maker: string;
  readonly name: string;
  readonly partNumber: string;
  readonly about: Prose;
  readonly role: PositionRole;
  readonly side: Side | 'either';
  readonly functions: readonly Provided[];
  readonly traits: readonly LampTrait[];
  readonly workingMinV: number;
  readonly workingMaxV: number;
  readonly marks: Readonly<Record<string, LensMark>>;
  readonly flags: readonly RoadFlag[];
  readonly price: Money;
  readonly face: { readonly aspect: number; readonly segments: readonly FaceSegment[] };
  readonly plugs?: readonly LampPlug[];
  /** What the lamp itself makes of a live input: the first case that holds replaces the level of its feed. */
  readonly behaviour?: readonly { readonly does: LampFunction; readonly cases: readonly LevelCase[] }[];
}

/** A part that makes up for a function that the new lamp does not have, such as a separate reflector. */
export interface Supply extends Provided {
  readonly parts: readonly PartNeed[];
  readonly minutes: number;
}

/** The statement that a lamp, or a left and right pair, goes into a vehicle line at a role, under a rule. */
export interface Application {
  readonly id: string;
  readonly families: readonly string[];
  readonly role: PositionRole;
  readonly end: Position['end'];
  /** By side (`left`), or by side and layer or ordinal (`left.inner`, `right.2`), which goes before. */
  readonly lamps: Readonly<Record<string, string>>;
  readonly rule: Rule;
  readonly minutesLow: number;
  readonly minutesHigh: number;
  readonly supplies: readonly Supply[];
  /** Parts that go with it whatever the vehicle is like. */
  readonly always?: readonly PartNeed[];
  /** Matters on which the maker's table, its notes and the shop differ. */
  readonly disputes?: readonly Dispute[];
  readonly note?: Prose;
}

/** A part of the shelf: what it costs, what it is, an adapter where it is one. */
export interface Part {
  readonly id: string;
  readonly name: Prose;
  readonly partNumber: string;
  readonly price: Money;
  readonly adapter?: Adapter;
  /**
   * What the wiring asks for by this name and this part is: `wire AWG 18` (by the metre), `fuse 3`, `fuse-tap`,
   * `running-module`, `fuse-holder`, `ring-terminal`, `butt-joint`, `decoder`, `flasher`, `resistor 15`, `terminal`,
   * `seal`, `blank`, `housing lamp X41`, `lead aux-1`.
   */
  readonly need?: string;
}

/** What a lit lamp must do in a market while a condition on the controls holds. */
export interface LightRule {
  readonly id: string;
  readonly does: LampFunction;
  readonly when: string;
  readonly must: 'lit' | 'dark' | 'steady';
  readonly source: string;
}

/** One line of a market profile. `sides: both` asks for it left and right. Colours are alternatives. */
export interface Requirement {
  readonly id: string;
  readonly does: LampFunction | Duty;
  readonly end: 'front' | 'rear' | 'side' | 'any';
  readonly sides: 'both' | 'any';
  readonly colours: readonly LightColour[];
  /** On vehicle facts only. */
  readonly when?: Rule;
  readonly source: string;
}

/** A market's rule set as a working summary. `id` is a value of the fact `market`. It is not the law and says so. */
export interface Profile {
  readonly id: string;
  readonly name: Prose;
  readonly note: Prose;
  readonly onRoad: boolean;
  readonly requirements: readonly Requirement[];
  readonly light?: readonly LightRule[];
}

/** The kinds of catalogue rows, with the type of each. */
export interface ShelfKinds {
  readonly 'fact-key': FactKey;
  readonly profile: Profile;
  readonly part: Part;
  readonly connector: ConnectorHalf;
  readonly lamp: Lamp;
  readonly family: Family;
  readonly application: Application;
  readonly 'step-sheet': StepSheet;
}
export type ShelfKind = keyof ShelfKinds;
/** Kinds of rows, in the order in which a file lists them. */
export const SHELF_KINDS = [
  'fact-key',
  'profile',
  'part',
  'connector',
  'lamp',
  'family',
  'application',
  'step-sheet',
] as const satisfies readonly ShelfKind[];

/** A whole shelf as one value: what a shelf file holds. */
export interface Shelf {
  readonly factKeys: readonly FactKey[];
  readonly profiles: readonly Profile[];
  readonly parts: readonly Part[];
  readonly connectors: readonly ConnectorHalf[];
  readonly lamps: readonly Lamp[];
  readonly families: readonly Family[];
  readonly applications: readonly Application[];
  readonly stepSheets: readonly StepSheet[];
}

/** The list of a shelf that holds each kind. */
export const SHELF_LISTS = {
  'fact-key': 'factKeys',
  profile: 'profiles',
  part: 'parts',
  connector: 'connectors',
  lamp: 'lamps',
  family: 'families',
  application: 'applications',
  'step-sheet': 'stepSheets',
} as const satisfies Record<ShelfKind, keyof Shelf>;

/** A shelf with nothing on it. */
export const EMPTY_SHELF: Shelf = {
  factKeys: [],
  profiles: [],
  parts: [],
  connectors: [],
  lamps: [],
  families: [],
  applications: [],
  stepSheets: [],
};
