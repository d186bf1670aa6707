import type { Shelf } from '../../catalogue';

/**
 * For tests: a line, a lamp and a plug unlike any of the demo's, told in data alone: a single amber lamp on the roof of a
 * trailer, on a two-way plug of its own, under a rule set of its own.
 */
export const POSITION = 'identification.rear.centre';
/** For tests: the shelf of that line. */
export const shelf: Shelf = {
  stepSheets: [
    {
      id: 'wain-roof',
      families: ['wain'],
      role: 'identification',
      end: 'rear',
      name: { 'en-GB': 'From the roof' },
      steps: [
        {
          id: 'ladder',
          kind: 'isolate',
          scope: 'once',
          title: { 'en-GB': 'Ladder up' },
          zone: 'rear',
          minutes: 1,
          sets: { lift: 'up' },
        },
        {
          id: 'cap',
          kind: 'loosen',
          scope: 'once',
          title: { 'en-GB': 'Cap' },
          zone: 'roof',
          minutes: 1,
          needs: { lift: 'up' },
          fasteners: [{ id: 'studs', kind: 'nut', count: 2, reuse: 'reuse' }],
          after: [{ step: 'ladder' }],
        },
        {
          id: 'bar-off',
          kind: 'remove',
          scope: 'each',
          title: { 'en-GB': 'Lamp' },
          zone: 'roof',
          minutes: 2,
          lampOut: true,
          fasteners: [{ id: 'screws', kind: 'screw', count: 4, reuse: 'if-sound' }],
          after: [{ step: 'cap' }],
        },
      ],
    },
  ],
  factKeys: [
    {
      id: 'roof-rail',
      subject: 'vehicle',
      type: { kind: 'yes-no' },
      sources: ['seen'],
      label: { 'en-GB': 'Roof rail' },
    },
  ],
  profiles: [
    {
      id: 'NA',
      name: { 'en-GB': 'Test rules' },
      note: { 'en-GB': 'Made for this test.' },
      onRoad: true,
      requirements: [
        { id: 'ident', does: 'identification', end: 'rear', sides: 'any', colours: ['red'], source: 'test' },
      ],
      light: [{ id: 'ident-lit', does: 'identification', when: 'lights!=off', must: 'lit', source: 'test' }],
    },
  ],
  parts: [
    { id: 'foot', name: { 'en-GB': 'Rail foot' }, partNumber: 'F-1', price: { minor: 300, currency: 'EUR' } },
  ],
  connectors: [
    {
      id: 'Q-V',
      family: 'Q',
      half: 'vehicle',
      rows: 2,
      columns: 1,
      cavities: [
        { number: 'A', row: 1, column: 1 },
        { number: 'B', row: 2, column: 1 },
      ],
      latch: 'left',
      locks: ['latch'],
      sealed: true,
      keyed: true,
    },
    {
      id: 'Q-L',
      family: 'Q',
      half: 'lamp',
      rows: 2,
      columns: 1,
      cavities: [
        { number: 'A', row: 1, column: 1 },
        { number: 'B', row: 2, column: 1 },
      ],
      latch: 'right',
      locks: [],
      sealed: true,
      keyed: true,
    },
  ],
  lamps: [
    {
      id: 'bar',
      maker: 'Nine Fathom',
      name: 'Bar',
      partNumber: 'NF-BAR',
      about: { 'en-GB': 'Three in a row' },
      role: 'identification',
      side: 'centre',
      functions: [{ does: 'identification', colour: 'red' }],
      traits: [],
      workingMinV: 9,
      workingMaxV: 32,
      marks: { NA: 'declared' },
      flags: [],
      price: { minor: 2000, currency: 'EUR' },
      face: { aspect: 4, segments: [] },
      plugs: [
        {
          id: 'p',
          connector: 'Q-L',
          inputs: [
            { cavity: 'A', does: 'identification', currentA: 0.3, polar: true, takesPulsed: false },
            { cavity: 'B', does: 'ground', currentA: 0, polar: true, takesPulsed: false },
          ],
        },
      ],
    },
  ],
  families: [
    {
      id: 'wain',
      maker: 'Dunmarrow',
      name: 'Wain',
      bodyStyle: 'trailer',
      lightVehicle: false,
      lengthMm: 5000,
      widthMm: 2200,
      yearFrom: 2000,
      hazards: [],
      places: [
        {
          position: { role: 'identification', side: 'centre', end: 'rear' },
          xMm: 0,
          yMm: 4950,
          functions: [{ does: 'identification', colour: 'red' }],
        },
      ],
      assumes: [{ fact: 'system-voltage', value: '12' }],
      circuits: [
        {
          id: 'tail',
          cases: [{ when: 'lights!=off', level: { kind: 'on' } }],
          switched: 'supply',
          minV: 9,
          maxV: 16,
          fuseA: 10,
          steadyA: 2,
          monitoring: { kind: 'none' },
        },
      ],
      plugs: [
        {
          id: 'Q',
          position: { role: 'identification', side: 'centre', end: 'rear' },
          connector: 'Q-V',
          cavities: [
            { cavity: 'A', circuit: 'tail' },
            { cavity: 'B', circuit: 'ground' },
          ],
        },
      ],
    },
  ],
  applications: [
    {
      id: 'wain-bar',
      families: ['wain'],
      role: 'identification',
      end: 'rear',
      lamps: { centre: 'bar' },
      rule: {
        op: 'equals',
        id: 'rail',
        fact: 'roof-rail',
        value: true,
        mends: [{ parts: [{ part: 'foot', quantity: 2, per: 'set' }], minutes: 10 }],
      },
      minutesLow: 20,
      minutesHigh: 30,
      supplies: [],
    },
  ],
};
