/** Words of the trade that mean one thing; the first is the standard term that the record uses. */
export const SYNONYMS: readonly (readonly string[])[] = [
  ['bonnet', 'hood'],
  ['wing', 'fender'],
  ['boot', 'trunk'],
  ['windscreen', 'windshield'],
  ['headlamp', 'headlight', 'head light', 'head lamp'],
  ['tail lamp', 'taillight', 'tail light', 'rear lamp', 'rear light'],
  ['fog lamp', 'fog light', 'foglight'],
  ['turn signal', 'indicator', 'blinker', 'flasher lamp', 'winker'],
  ['position lamp', 'parking light', 'parking lamp', 'side light', 'sidelight', 'city light'],
  ['daytime running lamp', 'daytime running light', 'drl', 'day lamp'],
  ['licence plate lamp', 'license plate lamp', 'number plate lamp', 'plate light', 'plate lamp'],
  ['high stop lamp', 'third brake light', 'high brake light', 'chmsl'],
  ['stop lamp', 'brake light', 'brake lamp', 'stop light'],
  ['reverse lamp', 'backup light', 'reversing lamp', 'reverse light'],
  ['clearance lamp', 'end outline lamp', 'outline lamp', 'clearance light'],
  ['work lamp', 'work light', 'flood', 'floodlight'],
  [
    'load resistor',
    'ballast resistor',
    'load module',
    'resistor',
    'ballast',
    'load equaliser',
    'load equalizer',
  ],
  ['push pin', 'rivet', 'plastic rivet', 'tree clip', 'christmas tree', 'fir tree clip'],
  ['plug', 'connector', 'pigtail', 'socket plug'],
  ['adapter lead', 'adapter harness', 'jumper', 'patch lead', 'adaptor lead'],
  ['fuse tap', 'add a circuit', 'add a fuse', 'piggyback fuse'],
  ['ground', 'earth'],
  ['levelling motor', 'leveling motor', 'height adjuster', 'beam adjuster'],
  ['mirror', 'wing mirror', 'door mirror'],
  ['trailer', 'caravan chassis'],
  ['van', 'panel van'],
];

const WORD = /[\p{L}\p{N}]+/gu;
const words = (text: string): readonly string[] => text.toLowerCase().match(WORD) ?? [];

/** Every name as a list of words, the longest first, with the words of its standard term. */
const NAMES = SYNONYMS.flatMap(([standard = '', ...others]) =>
  [standard, ...others].map((name) => ({ name: words(name), standard: words(standard) })),
).sort((a, b) => b.name.length - a.name.length);

/**
 * The words of a text in standard terms: `hood hinge` and `bonnet hinge` give the same. A trade name of several words
 * is taken as one thing wherever it stands.
 */
export function standardWords(text: string): readonly string[] {
  const from = words(text);
  const found: string[] = [];
  for (let i = 0; i < from.length;) {
    const hit = NAMES.find(({ name }) => name.every((w, k) => from[i + k] === w));
    if (hit) {
      found.push(...hit.standard);
      i += hit.name.length;
    } else {
      found.push(from[i] ?? '');
      i += 1;
    }
  }
  return found;
}

/** Whether all words of a query stand in a text, in standard terms; the last may be begun only (`head…`). */
export function matchesWords(text: string, query: string): boolean {
  const has = standardWords(text);
  const wanted = standardWords(query);
  return wanted.every((w, i) =>
    i === wanted.length - 1 ? has.some((h) => h.startsWith(w)) : has.includes(w),
  );
}
