import type { BodyGiven, BodyStyle } from '../../body';
import type { Circuit } from '../../controls';
import type { Battery, FuseBox, PluginLead } from '../../harness/feed/fuseBox';
import type { LeadWays } from '../../harness/feed/leadRoute';
import type { VehiclePlug } from '../../harness/types';
import type { MakersCodes } from '../../harness/wireCode';
import type { StateRow } from '../../work/states';
import type { Flasher } from '../../light/overTime/flasher';
import type { LampProgram } from '../../light/program/types';
import type { Rule, StatementSource } from '../../rule';
import type { FactValue, Position, Prior, Provided } from '../../vehicle';

export { BODY_STYLES, type BodyStyle } from '../../body';

/** A function of the factory lamp, perhaps only where a condition holds (option, year group). */
export interface FactoryFunction extends Provided {
  readonly when?: Rule;
}

/** A lamp position of a vehicle family with its place in mm: x to the right of the centre line, y rearwards from the front. */
export interface Place {
  readonly position: Position;
  readonly xMm: number;
  readonly yMm: number;
  /** Height above the ground, and the way it looks; absent: as such a lamp usually sits. */
  readonly zMm?: number;
  readonly facing?: 'front' | 'rear' | 'left' | 'right' | 'up';
  readonly functions: readonly FactoryFunction[];
  /** The factory lamp's face and what it does over time; absent: bulbs behind one lens, as is usual. */
  readonly factory?: { readonly aspect: number; readonly program: LampProgram };
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
  /** Measures of its body; what is absent follows from style and length. */
  readonly body?: BodyGiven;
  /** An outline that somebody drew, laid over the plan: an SVG path in mm. */
  readonly outline?: string;
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
  /** Named points and stretches along which a lead is laid. Absent: lengths are estimated from the plan. */
  readonly leadWays?: LeadWays;
  /** Absent: nobody knows how it flashes. */
  readonly flasher?: Flasher;
  /** The maker's own letters for colours of wires; absent: those of IEC 60757. */
  readonly wireCodes?: MakersCodes;
  /** States of its own that steps need and set, and how they are changed. Absent: those that every line has, by steps alone. */
  readonly states?: readonly StateRow[];
}
