/* Made by `npm run types:shelf` from shelf.schema.json. Change the schema, then run it. */

export type Id = string;
export type Unit = 'mm' | 'V' | 'year';
export type Value = string | number | boolean;
export type Typical = {
  value: Value;
  weight: number;
}[];
export type Does =
  | 'low-beam'
  | 'high-beam'
  | 'drl'
  | 'position'
  | 'turn'
  | 'side-marker'
  | 'front-fog'
  | 'rear-fog'
  | 'stop'
  | 'tail'
  | 'reverse'
  | 'licence-plate'
  | 'clearance'
  | 'identification'
  | 'high-stop'
  | 'cornering'
  | 'work'
  | 'beacon'
  | 'reflex-reflector'
  | 'levelling-motor'
  | 'washer'
  | 'camera'
  | 'mirror-heater'
  | 'puddle-lamp'
  | 'blind-spot-lamp'
  | 'radar-bracket';
export type Colour = 'white' | 'amber' | 'selective-yellow' | 'red';
/**
 * A fitment rule: a tree of conditions over facts of the vehicle and its lamp positions.
 */
export type Rule =
  | {
      op: 'all';
      of: Rule[];
    }
  | {
      op: 'any';
      of: Rule[];
    }
  | {
      op: 'not';
      of: Rule;
    }
  | {
      op: 'equals';
      id: Id;
      why?: Prose;
      howToCheck?: Prose;
      mends?: Mend[];
      fact: Id;
      value: Value;
    }
  | {
      op: 'one-of';
      id: Id;
      why?: Prose;
      howToCheck?: Prose;
      mends?: Mend[];
      fact: Id;
      values: Value[];
    }
  | {
      op: 'range';
      id: Id;
      why?: Prose;
      howToCheck?: Prose;
      mends?: Mend[];
      fact: Id;
      from?: number;
      to?: number;
    }
  | {
      op: 'at-least';
      id: Id;
      why?: Prose;
      howToCheck?: Prose;
      mends?: Mend[];
      fact: Id;
      value: number;
      unit: Unit;
    }
  | {
      op: 'at-most';
      id: Id;
      why?: Prose;
      howToCheck?: Prose;
      mends?: Mend[];
      fact: Id;
      value: number;
      unit: Unit;
    }
  | {
      op: 'has-option';
      id: Id;
      why?: Prose;
      howToCheck?: Prose;
      mends?: Mend[];
      option: Id;
    }
  | {
      op: 'plug-family';
      id: Id;
      why?: Prose;
      howToCheck?: Prose;
      mends?: Mend[];
      family: Id;
    }
  | {
      op: 'circuit-present';
      id: Id;
      why?: Prose;
      howToCheck?: Prose;
      mends?: Mend[];
      circuit: Id;
    };
export type LampFunction =
  | 'low-beam'
  | 'high-beam'
  | 'drl'
  | 'position'
  | 'turn'
  | 'side-marker'
  | 'front-fog'
  | 'rear-fog'
  | 'stop'
  | 'tail'
  | 'reverse'
  | 'licence-plate'
  | 'clearance'
  | 'identification'
  | 'high-stop'
  | 'cornering'
  | 'work'
  | 'beacon'
  | 'reflex-reflector';
/**
 * A condition on the controls, such as key=on & !brake.
 */
export type Expression = string;
export type Role =
  | 'headlamp'
  | 'fog'
  | 'tail'
  | 'marker'
  | 'mirror'
  | 'high-stop'
  | 'plate'
  | 'turn'
  | 'drl'
  | 'clearance'
  | 'identification'
  | 'work'
  | 'beacon';
export type WireCode = 'BK' | 'BN' | 'RD' | 'OG' | 'YE' | 'GN' | 'BU' | 'VT' | 'GY' | 'WH' | 'PK' | 'TQ';
export type Level =
  | {
      kind: 'off';
    }
  | {
      kind: 'on';
    }
  | {
      kind: 'pulsed';
      duty: number;
      hz?: number;
    }
  | {
      kind: 'flashing';
      side: 'left' | 'right';
    }
  | {
      kind: 'data';
    };
/**
 * A figure that is known, one that lies between two ends as it was measured, or one that nobody knows (null).
 */
export type Figure =
  | number
  | {
      from: number;
      to: number;
    }
  | null;
export type End = 'front' | 'rear' | 'side' | 'roof';
export type Zone =
  'front' | 'engine-bay' | 'wheel-arch' | 'under' | 'side' | 'roof' | 'cab' | 'load-space' | 'rear' | 'bench';
export type StepKind = 'remove' | 'loosen' | 'isolate' | 'transfer' | 'lasting-change' | 'look' | 'prove';

/**
 * Catalogue rows of a shop: fact keys, market profiles, parts, lamps, vehicle families, applications and step sheets. A file may hold some of the lists; its rows replace rows of the same id as a new revision.
 */
export interface ShelfFile {
  $schema?: string;
  form: 'yonder-bolt/shelf';
  version: 1;
  factKeys?: FactKey[];
  profiles?: Profile[];
  parts?: Part[];
  connectors?: Connector[];
  lamps?: Lamp[];
  families?: Family[];
  applications?: Application[];
  stepSheets?: StepSheet[];
}
export interface FactKey {
  id: Id;
  subject: 'vehicle' | 'position';
  type:
    | {
        kind: 'choice';
        values: string[];
        open?: boolean;
      }
    | {
        kind: 'yes-no';
      }
    | {
        kind: 'number';
        unit: Unit;
        whole?: boolean;
        min?: number;
        max?: number;
      };
  sources: ('measured' | 'seen' | 'vin' | 'told' | 'assumed')[];
  look?: {
    id: Id;
    minutes: number;
    how?: Prose;
    access?: {
      id: Id;
      minutes: number;
    };
    bothSides?: boolean;
  };
  label: Prose;
  typical?: Typical;
}
/**
 * Text by BCP 47 language tag.
 */
export interface Prose {
  [k: string]: string;
}
export interface Profile {
  id: Id;
  name: Prose;
  note: Prose;
  onRoad: boolean;
  requirements: {
    id: Id;
    does: Does;
    end: 'front' | 'rear' | 'side' | 'any';
    sides: 'both' | 'any';
    colours: Colour[];
    when?: Rule;
    source: string;
  }[];
  light?: {
    id: Id;
    does: LampFunction;
    when: Expression;
    must: 'lit' | 'dark' | 'steady';
    source: string;
  }[];
  overTime?: TimedRule[];
}
export interface Mend {
  parts: PartNeed[];
  minutes: number;
  when?: Rule;
  losesFunctions?: Does[];
  work?: Prose;
}
export interface PartNeed {
  part: Id;
  quantity: number;
  per: 'side' | 'set';
}
export interface TimedRule {
  id: Id;
  kind:
    'flash-rate' | 'first-light' | 'first-dark' | 'sweep' | 'steady-stop' | 'alike' | 'drl-out' | 'start-up';
  source: string;
  check?: boolean;
  figures?: {
    [k: string]: number;
  };
}
export interface Part {
  id: Id;
  name: Prose;
  partNumber: string;
  price: Money;
  adapter?: Adapter;
  /**
   * What the wiring asks for by this name and this part is: wire AWG 18 (by the metre), fuse 3, fuse-tap, decoder, resistor 15, terminal, seal, blank, housing lamp X41, lead aux-1.
   */
  need?: string;
}
export interface Money {
  /**
   * Integer minor units.
   */
  minor: number;
  currency: string;
}
/**
 * A lead or module between plugs of the vehicle and plugs of the lamp: any number of ends on either side.
 */
export interface Adapter {
  ends: {
    id: Id;
    way: 'in' | 'out';
    family: Id | null;
  }[];
  map: {
    from: string;
    to: string;
    /**
     * A converter: this turn signal and the stop in `from` on one wire.
     */
    turn?: string;
    /**
     * A parting converter: the one or the other out of a wire that does stop and turn.
     */
    part?: 'stop' | 'turn';
    /**
     * For a stop that is parted: the other side's wire, which still tells of the brake while this one flashes.
     */
    beside?: string;
    /**
     * A relay: this wire only switches it, and the lamp is fed for itself.
     */
    relay?: boolean;
    /**
     * A store and filter in this wire: pulses of the feed and test pulses do not get through.
     */
    smooths?: boolean;
    /**
     * A resistance in this wire.
     */
    ohm?: number;
    /**
     * A diode in this wire that passes from the vehicle to the lamp.
     */
    diode?: boolean;
  }[];
}
export interface Connector {
  id: Id;
  family: Id;
  half: 'vehicle' | 'lamp';
  rows: number;
  columns: number;
  cavities: {
    number: Id;
    row: number;
    column: number;
  }[];
  latch: 'top' | 'bottom' | 'left' | 'right' | 'none';
  locks: ('slide' | 'latch')[];
  sealed: boolean;
  keyed: boolean;
  /**
   * Absent: a housing.
   */
  kind?: 'housing' | 'leads' | 'ring';
}
export interface Lamp {
  id: Id;
  maker: string;
  name: string;
  partNumber: string;
  about: Prose;
  role: Role;
  side: 'left' | 'right' | 'centre' | 'either';
  functions: {
    does: Does;
    colour?: Colour;
    shows?: 'front' | 'rear' | 'side';
  }[];
  traits: ('sequential-turn' | 'switchback' | 'drl-dims' | 'drl-goes-out' | 'brighter-low')[];
  workingMinV: number;
  workingMaxV: number;
  marks: {
    [k: string]: 'declared' | 'none';
  };
  flags: ('retrofit-source' | 'modulated-stop' | 'tinted')[];
  price: Money;
  face: {
    aspect: number;
    segments: {
      does: LampFunction;
      shape: 'round' | 'bar';
      x: number;
      y: number;
      w: number;
      h: number;
    }[];
  };
  plugs?: LampPlug[];
  behaviour?: {
    does: LampFunction;
    cases: LevelCase[];
  }[];
  program?: LampProgram;
  traffic?: 'right' | 'left';
  aimScrews?: {
    vertical: ScrewTurn;
    horizontal?: ScrewTurn;
  };
  photometry?: PhotometryFile[];
}
export interface LampPlug {
  id: Id;
  connector: Id;
  inputs: {
    cavity: Id;
    does:
      | 'low-beam'
      | 'high-beam'
      | 'drl'
      | 'position'
      | 'turn'
      | 'side-marker'
      | 'front-fog'
      | 'rear-fog'
      | 'stop'
      | 'tail'
      | 'reverse'
      | 'licence-plate'
      | 'clearance'
      | 'identification'
      | 'high-stop'
      | 'cornering'
      | 'work'
      | 'beacon'
      | 'reflex-reflector'
      | 'ground'
      | 'mode'
      | 'stop-turn'
      | 'tail-stop'
      | 'supply'
      | 'levelling-motor'
      | 'washer'
      | 'camera'
      | 'mirror-heater'
      | 'puddle-lamp'
      | 'blind-spot-lamp'
      | 'radar-bracket';
    currentA: number;
    polar: boolean;
    takesPulsed: boolean;
    wire?: Wire;
    mode?: {
      open: Prose;
      closed: Prose;
    };
    load?: 'filament' | 'resistive';
    /**
     * The side that it signals to, where one lamp has an input for each.
     */
    side?: 'left' | 'right';
    /**
     * The cavity of this plug that its current goes back through, instead of the lamp's ground: a marker between two wires.
     */
    back?: string;
    /**
     * It only tells: its function draws from the lamp's `supply` input.
     */
    trigger?: boolean;
  }[];
  alternative?: Id;
  joinFirst?: boolean;
}
export interface Wire {
  base: WireCode;
  stripe?: WireCode;
  /**
   * What the maker's diagram prints for it; it has to say the same by the line's `wireCodes`.
   */
  printed?: string;
  size?:
    | 'AWG 22'
    | 'AWG 20'
    | 'AWG 18'
    | 'AWG 16'
    | 'AWG 14'
    | 'AWG 12'
    | 'AWG 10'
    | '0.5 mm²'
    | '0.75 mm²'
    | '1.0 mm²'
    | '1.5 mm²'
    | '2.5 mm²'
    | '4 mm²';
}
export interface LevelCase {
  when: Expression;
  level: Level;
}
/**
 * What a lamp does over time: areas of its face that are lit by themselves, and what each function does with them, from the inner end to the outer.
 */
export interface LampProgram {
  segments: {
    id: Id;
    shape: 'round' | 'bar';
    x: number;
    y: number;
    w: number;
    h: number;
  }[];
  functions: {
    does: LampFunction;
    segments: Id[];
    sockets?: boolean;
    colour?: Colour;
    mode?: 'open' | 'closed';
    level?: number;
    sweep?: {
      stepMs: Figure;
      how: 'fill' | 'run';
      from: 'inner' | 'outer';
      together?: number;
    };
    pulses?: {
      count: number;
      onMs: number;
      offMs: number;
    };
    startUp?: {
      pieces: {
        ms: number;
        level: number;
        to?: number;
      }[];
    };
    afterDarkMs?: number;
    dimmed?: {
      to: number;
      while: LampFunction;
    };
    out?: {
      while: LampFunction;
      returnMs: Figure;
    };
    fade?: {
      upMs: number;
      downMs: number;
    };
    filament?: boolean;
    holdUpMs?: number;
    side?: 'left' | 'right';
  }[];
  pulsed?:
    | {
        kind: 'passes';
      }
    | {
        kind: 'averages';
      }
    | {
        kind: 'dims';
        /**
         * A level of its own on a pulsed feed, whatever its duty, as a share of full light.
         */
        to: number;
      }
    | {
        kind: 'flickers';
        belowHz: number;
      };
}
export interface ScrewTurn {
  rightDeg: number;
  upDeg: number;
}
export interface PhotometryFile {
  does: LampFunction;
  form: 'IES' | 'EULUMDAT';
  text: string;
  looks?: 'ahead' | 'down';
}
export interface Family {
  id: Id;
  maker: string;
  name: string;
  bodyStyle:
    | 'saloon'
    | 'hatchback'
    | 'estate'
    | 'coupe'
    | 'off-roader'
    | 'pickup'
    | 'van'
    | 'people-carrier'
    | 'bus'
    | 'shuttle'
    | 'lorry'
    | 'tractor'
    | 'loader'
    | 'tug'
    | 'motorcycle'
    | 'scooter'
    | 'three-wheeler'
    | 'trailer'
    | 'trailer-box'
    | 'trailer-livestock'
    | 'trailer-boat'
    | 'caravan';
  lightVehicle: boolean;
  lengthMm: number;
  widthMm: number;
  yearFrom: number;
  yearTo?: number;
  hazards: ('high-voltage' | 'front-sensors')[];
  places: {
    position: Position;
    xMm: number;
    yMm: number;
    functions: {
      does: Does;
      colour?: Colour;
      when?: Rule;
      shows?: 'front' | 'rear' | 'side';
    }[];
    factory?: {
      aspect: number;
      program: LampProgram;
    };
    zMm?: number;
    facing?: 'front' | 'rear' | 'left' | 'right' | 'up';
  }[];
  assumes: {
    fact: Id;
    value: Value;
  }[];
  circuits?: Circuit[];
  plugs?: VehiclePlug[];
  priors?: {
    fact: Id;
    typical: Typical;
  }[];
  fuseBoxes?: FuseBox[];
  battery?: {
    xMm: number;
    yMm: number;
    capacityAh: number;
    ownDrawMa: number;
    negativeSensor: boolean;
  };
  leads?: PluginLead[];
  leadWays?: LeadWays;
  derives?: {
    fact: Id;
    at?: string[];
    value: Value;
    when: Rule;
    source: 'maker-table' | 'maker-note' | 'supplier' | 'seen-here' | 'sibling';
  }[];
  flasher?: Flasher;
  /**
   * The maker's own letters for colours of wires; absent: those of IEC 60757.
   */
  wireCodes?: {
    [k: string]: WireCode;
  };
  states?: StateRow[];
  /**
   * Measures of the body, mm; what is absent follows from style and length.
   */
  body?: {
    heightMm?: number;
    roofMm?: number;
    cowlMm?: number;
    deckMm?: number;
    beltMm?: number;
    wheelMm?: number;
    wheelbaseMm?: number;
    frontOverhangMm?: number;
    bonnetMm?: number;
    windscreenMm?: number;
    rearGlassMm?: number;
    clearanceMm?: number;
    roofShare?: number;
  };
  outline?: string;
}
export interface Position {
  role: Role;
  side: 'left' | 'right' | 'centre';
  end: End;
  ordinal?: number;
  layer?: 'inner' | 'outer' | 'upper' | 'lower';
}
export interface Circuit {
  id: Id;
  cases: LevelCase[];
  switched: 'supply' | 'ground';
  minV: number;
  maxV: number;
  fuseA: number;
  steadyA: number;
  monitoring:
    | {
        kind: 'none';
      }
    | {
        kind: 'threshold';
        belowA: number;
        watches?: 'lamp' | 'circuit';
        follows?: boolean;
      }
    | {
        kind: 'test-pulses';
      };
  overTime?: {
    staysMs?: number;
    upMs?: number;
    downMs?: number;
    testPulses?: {
      everyMs: number;
      widthUs: number;
      in: 'off' | 'on';
    };
  };
  /**
   * A bulb of the vehicle that hangs between this circuit and another: one tell-tale for both turn signals.
   */
  between?: {
    circuit: Id;
    ratedA: number;
  };
}
export interface VehiclePlug {
  id: Id;
  position: Position;
  also?: Position1;
  connector: Id;
  when?: Rule;
  cavities: {
    cavity: Id;
    circuit: Id | null;
    wire?: Wire;
    /**
     * The ground stud that it shares with others: where it comes loose, they feed back into one another.
     */
    stud?: string;
  }[];
}
/**
 * The place at the other side that it serves as well: one socket for both, as trailers have.
 */
export interface Position1 {
  role: Role;
  side: 'left' | 'right' | 'centre';
  end: End;
  ordinal?: number;
  layer?: 'inner' | 'outer' | 'upper' | 'lower';
}
export interface FuseBox {
  id: Id;
  name: Prose;
  when?: Rule;
  xMm: number;
  yMm: number;
  environment: 'cabin' | 'engine-bay' | 'outside';
  rows: number;
  columns: number;
  slots: {
    id: Id;
    row: number;
    column: number;
    ratingA: number | null;
    blade: 'low-profile' | 'mini' | 'regular' | 'maxi';
    cases: LevelCase[];
    steadyA: number;
    serves: Prose;
    circuits: Id[];
    protects?: 'restraint' | 'braking' | 'steering' | 'engine-control';
    liveSide: 'left' | 'right' | 'top' | 'bottom' | 'unknown';
  }[];
  feeds: {
    row: number;
    ratingA: number;
    steadyA: number;
  }[];
}
export interface PluginLead {
  id: Id;
  name: Prose;
  when?: Rule;
  xMm: number;
  yMm: number;
  environment: 'cabin' | 'engine-bay' | 'outside';
  cases: LevelCase[];
  ratingA: number;
  steadyA: number;
}
/**
 * Named points and stretches between them along which a lead is laid.
 */
export interface LeadWays {
  points: {
    id: Id;
    name: Prose;
    kind: 'grommet' | 'tube' | 'clip' | 'behind' | 'open';
    xMm: number;
    yMm: number;
    zMm?: number;
    /**
     * What a lead comes from or goes to here: box:ID, lead:ID, battery, or the key of a position.
     */
    serves?: string[];
  }[];
  runs: {
    from: Id;
    to: Id;
    /**
     * Absent: reckoned from the two points.
     */
    lengthMm?: number;
    fish?: boolean;
    hot?: boolean;
    moving?: boolean;
  }[];
}
/**
 * The flasher of a vehicle line. What nobody knows is null. `lowLoad`: what it does after a turn in which its lamps drew too little.
 */
export interface Flasher {
  perMinute: Figure;
  onShare: Figure;
  lowLoad?: {
    belowA: number;
    perMinute: number;
    onShare?: number;
    senses:
      | 'mean'
      | {
          atMs: number;
        };
  };
  lock?: {
    flashes: number;
    onMs: number;
    offMs: number;
  };
  kind?: 'load-sensing' | 'fixed-load-thermal' | 'heavy-duty' | 'made-for-led';
}
/**
 * A state of a vehicle line that steps need and set. The first value is how it arrives.
 */
export interface StateRow {
  id: Id;
  name: Prose;
  values: {
    id: Id;
    name: Prose;
  }[];
  moves: {
    from: Id;
    to: Id;
    minutes: number;
    tool?: Tool;
    zone?: Zone;
    needs?: StatePart;
  }[];
}
export interface Tool {
  kind:
    | 'socket'
    | 'spanner'
    | 'hex-key'
    | 'star-bit'
    | 'cross-head'
    | 'flat-blade'
    | 'trim-tool'
    | 'pick'
    | 'pliers'
    | 'hands'
    | 'drill'
    | 'fish-wire'
    | 'heat-gun'
    | 'crimp-pliers';
  size?: string;
}
/**
 * States of the vehicle by name.
 */
export interface StatePart {
  [k: string]: string;
}
export interface Application {
  id: Id;
  families: Id[];
  role: Role;
  end: End;
  lamps: {
    [k: string]: Id;
  };
  rule: Rule;
  minutesLow: number;
  minutesHigh: number;
  supplies: {
    does: Does;
    colour?: Colour;
    parts: PartNeed[];
    minutes: number;
    shows?: 'front' | 'rear' | 'side';
  }[];
  note?: Prose;
  disputes?: {
    id: Id;
    about: Prose;
    settle: Rule;
    statements: {
      source: 'maker-table' | 'maker-note' | 'supplier' | 'seen-here' | 'sibling';
      times?: number;
      says: Rule;
      words?: Prose;
    }[];
  }[];
  always?: PartNeed[];
}
export interface StepSheet {
  id: Id;
  families: Id[];
  role: Role;
  end: End;
  name: Prose;
  speaksFor?: Prose;
  speaksAgainst?: Prose;
  when?: Rule;
  steps: Step[];
}
export interface Step {
  id: Id;
  kind: StepKind;
  scope: 'once' | 'each';
  sides?: ('left' | 'right' | 'centre')[];
  way?: 'out' | 'back' | 'both';
  title: Prose;
  detail?: Prose;
  exception?: Prose;
  zone: Zone;
  tool?: Tool;
  minutes: number;
  fasteners?: FastenerGroup[];
  cautions?: (
    | 'high-voltage'
    | 'airbag'
    | 'lift'
    | 'prop'
    | 'hot-resistor'
    | 'eyes'
    | 'drilling'
    | 'sharp-edges'
    | 'glass'
    | 'second-person'
  )[];
  needs?: StatePart;
  sets?: StatePart;
  after?: Edge[];
  rechecks?: ('camera' | 'radar' | 'blind-spot' | 'levelling' | 'washer' | 'mirror')[];
  people?: 1 | 2;
  lampOut?: boolean;
  back?: {
    title?: Prose;
    detail?: Prose;
    minutes?: number;
    torque?: Prose;
    before?: {
      step: Id;
      why?: Prose;
    }[];
  };
  consumables?: (
    | 'tape'
    | 'grease'
    | 'ties'
    | 'heat-shrink'
    | 'sealant'
    | 'thread-lock'
    | 'cleaner'
    | 'foam'
    | 'grommet'
    | 'masking'
  )[];
  fragile?: {
    kind: 'glass' | 'lens' | 'clip' | 'trim' | 'connector' | 'paint' | 'other';
    what: Prose;
    chance: number;
    price?: Money;
  }[];
  transfers?: ('bulb' | 'socket' | 'bulb-and-socket' | 'adjuster' | 'seal' | 'clip-nuts' | 'bracket')[];
  looks?: (
    | 'top-mark'
    | 'clocking'
    | 'film-off'
    | 'screws-caught'
    | 'gap-even'
    | 'seal-seated'
    | 'not-pinched'
    | 'click-heard'
  )[];
  pull?: 'forward' | 'rearward' | 'up' | 'down' | 'inward' | 'outward';
  release?: PointMm;
}
export interface FastenerGroup {
  id: Id;
  kind: 'screw' | 'bolt' | 'nut' | 'clip' | 'push-pin';
  drive?: string;
  thread?: string;
  lengthMm?: number;
  count: number;
  reuse: 'reuse' | 'if-sound' | 'replace';
  bag?: string;
  points?: PointMm[];
}
export interface PointMm {
  xMm?: number;
  yMm?: number;
  zMm?: number;
}
export interface Edge {
  step: Id;
  why?: Prose;
  outOnly?: boolean;
}
