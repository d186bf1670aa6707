import {
  type Consumable,
  CONSUMABLES,
  type FastenerGroup,
  type Step,
  type StepKind,
  type Tool,
  type Zone,
} from './types';

/** How one typed line was understood. `missing`: what it says nothing of, so that the usual was taken. */
export interface TypedLine {
  readonly line: number;
  readonly text: string;
  /** null: an empty line, or one that nothing was understood of. */
  readonly step: Step | null;
  /** Pieces of the line that nothing was made of. */
  readonly left: readonly string[];
  readonly missing: readonly ('tool' | 'zone' | 'minutes')[];
}

/** *Settings*: minutes of a step that says none: a little for itself, and so much a fastener. */
const BASE_MIN = 1;
const EACH_MIN = 0.3;

type Lexicon<T> = readonly (readonly [RegExp, T])[];

const FASTENERS: Lexicon<Pick<FastenerGroup, 'kind' | 'reuse'>> = [
  [/\bpush[- ]?pins?\b/i, { kind: 'push-pin', reuse: 'if-sound' }],
  [/\b(?:trim )?clips?\b/i, { kind: 'clip', reuse: 'if-sound' }],
  [/\bself[- ]?tappers?\b/i, { kind: 'screw', reuse: 'reuse' }],
  [/\bscrews?\b/i, { kind: 'screw', reuse: 'reuse' }],
  [/\bbolts?\b/i, { kind: 'bolt', reuse: 'reuse' }],
  [/\bnuts?\b/i, { kind: 'nut', reuse: 'reuse' }],
];
/** What leads to a fastener's number: `6 push pins`, `two bolts`, `push pins x6`. */
const NUMBERS = [
  '',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];
const COUNT = `(\\d{1,3}|${NUMBERS.slice(1).join('|')})`;

const TOOLS: Lexicon<Tool['kind']> = [
  [/\btrim (?:tool|remover|lever)\b/i, 'trim-tool'],
  [/\b(?:socket|ratchet)\b/i, 'socket'],
  [/\b(?:spanner|wrench)\b/i, 'spanner'],
  [/\b(?:hex|allen)(?: key)?\b/i, 'hex-key'],
  [/\b(?:star|six[- ]lobe)(?: bit| key)?\b/i, 'star-bit'],
  [/\b(?:cross[- ]?head|phillips)(?: screwdriver)?\b/i, 'cross-head'],
  [/\bflat[- ]?(?:blade|head)(?: screwdriver)?\b/i, 'flat-blade'],
  [/\bpick\b/i, 'pick'],
  [/\bpliers\b/i, 'pliers'],
  [/\bdrill\b/i, 'drill'],
  [/\bfish[- ]?(?:wire|tape)\b/i, 'fish-wire'],
  [/\bheat[- ]?gun\b/i, 'heat-gun'],
  [/\bby hand\b/i, 'hands'],
];
/** A size as it is stamped on a tool: `T20`, `10 mm`, `PH2`. */
const STAR = /\bT(\d{1,2})\b/;
const CROSS = /\bP([HZ]\d)\b/;
const MM = /\b(\d{1,2}(?:[.,]\d)?)\s?mm\b/i;

const PLACES: Lexicon<Zone> = [
  [/\bengine bay\b|\bunder the bonnet\b|\bunder the hood\b/i, 'engine-bay'],
  [/\bwheel arch(?:es)?\b|\bliner\b|\bfender well\b/i, 'wheel-arch'],
  [/\bunder(?:neath| the (?:vehicle|bumper|car))\b|\bfrom below\b/i, 'under'],
  [/\bload[- ]space\b|\bboot\b|\btrunk\b|\bcargo\b/i, 'load-space'],
  [/\bcab\b|\bdash(?:board)?\b/i, 'cab'],
  [/\broof\b/i, 'roof'],
  [/\bbench\b/i, 'bench'],
  [/\brear\b|\btailgate\b|\btail lamp\b/i, 'rear'],
  [/\bside\b/i, 'side'],
  [/\bfront\b|\bgrille\b|\bbumper\b|\bheadlamp\b|\bheadlight\b/i, 'front'],
];

const KINDS: Lexicon<StepKind> = [
  [/\b(?:loosen|slacken)\b|\bdo not remove\b/i, 'loosen'],
  [/\b(?:disconnect|unplug|isolate|battery off)\b/i, 'isolate'],
  [/\b(?:move over|transfer|swap over)\b/i, 'transfer'],
  [/\b(?:drill|cut|trim off|bend)\b/i, 'lasting-change'],
  [/\b(?:look|check|inspect|feel)\b/i, 'look'],
  [/\b(?:test|light up|prove)\b/i, 'prove'],
];

const USED: Lexicon<Consumable> = CONSUMABLES.map((c) => [
  new RegExp(`\\b(?:cable )?${c.replace('-', '[- ]')}\\b`, 'i'),
  c,
]);
const LAMP_OUT =
  /\b(?:lamp|light|headlamp|headlight|housing|unit) (?:comes |is )?out\b|\b(?:pull|draw|take|lift) (?:the )?(?:lamp|light|headlamp|headlight|housing|unit)\b/i;
const EACH = /\b(?:each|both) sides?\b|\beach lamp\b|\bper side\b|\bleft and right\b/i;
const TWO = /\btwo (?:people|persons|hands)\b|\bsecond person\b|\bhelper\b/i;
const MINUTES = /\b(\d{1,3}(?:[.,]\d)?)\s?(?:min|minutes?)\b/i;

/**
 * Reads steps as somebody types or pastes them, a line each: `Grille: 6 push pins along the top, trim tool`. What is said
 * before the colon is the step's name. What nothing was made of is told, piece by piece: it stays in the step's words.
 * @param language of the words
 */
export function typedSteps(text: string, language: string): readonly TypedLine[] {
  const ids = new Set<string>();
  return text.split(/\r?\n/).map((raw, i): TypedLine => {
    const line = raw.replace(/^\s*(?:[-*•]|\d{1,2}[.)])\s+/, '').trim();
    if (line === '') return { line: i + 1, text: raw, step: null, left: [], missing: [] };
    return { line: i + 1, text: raw, ...understood(line, language, ids) };
  });
}

function understood(line: string, language: string, ids: Set<string>): Omit<TypedLine, 'line' | 'text'> {
  const colon = line.indexOf(':');
  const head = colon > 0 ? line.slice(0, colon).trim() : (line.split(/[,;.]/)[0] ?? line).trim();
  const rest = colon > 0 ? line.slice(colon + 1) : line;
  const kind = first(KINDS, line) ?? 'remove';
  const fasteners = groupsIn(rest);
  const tool = toolIn(line);
  const zone = first(PLACES, rest) ?? first(PLACES, head);
  const said = MINUTES.exec(line)?.[1];
  const count = fasteners.reduce((n, g) => n + g.count, 0);
  const minutes = said ? Number(said.replace(',', '.')) : Math.round((BASE_MIN + count * EACH_MIN) * 2) / 2;
  const consumables = USED.flatMap(([re, c]) => (re.test(line) ? [c] : []));
  const { left, more } = leftOver(rest, colon > 0 ? '' : head);
  const title = head.charAt(0).toUpperCase() + head.slice(1);
  const step: Step = {
    id: idFor(head, ids),
    kind,
    scope: EACH.test(line) || LAMP_OUT.test(line) ? 'each' : 'once',
    title: { [language]: title },
    ...(more.length > 0 ? { detail: { [language]: more.join(', ') } } : {}),
    zone: zone ?? 'front',
    ...(tool ? { tool } : {}),
    minutes,
    ...(TWO.test(line) ? { people: 2 as const } : {}),
    ...(fasteners.length > 0 && kind !== 'loosen' ? { fasteners } : {}),
    ...(consumables.length > 0 ? { consumables } : {}),
    ...(LAMP_OUT.test(line) ? { lampOut: true } : {}),
  };
  const missing = [
    ...(tool ? [] : ['tool' as const]),
    ...(zone ? [] : ['zone' as const]),
    ...(said ? [] : ['minutes' as const]),
  ];
  return { step, left, missing };
}

const first = <T>(of: Lexicon<T>, text: string): T | undefined => of.find(([re]) => re.test(text))?.[1];

const numberOf = (word: string): number => {
  const named = NUMBERS.indexOf(word.toLowerCase());
  return named > 0 ? named : Number(word);
};

function groupsIn(text: string): readonly FastenerGroup[] {
  const groups: FastenerGroup[] = [];
  for (const piece of text.split(/[,;]| and /))
    for (const [re, { kind, reuse }] of FASTENERS) {
      const name = re.source;
      const before = new RegExp(`\\b${COUNT}\\s*(?:[x×]\\s*)?(?:[\\w.×-]+\\s+){0,3}?${name}`, 'i').exec(
        piece,
      );
      const behind = new RegExp(`${name}\\s*[x×]\\s*${COUNT}`, 'i').exec(piece);
      const found = before?.[1] ?? behind?.[1];
      if (!found) continue;
      const thread = /\bM\d{1,2}\b/.exec(piece)?.[0];
      const length = /[x×]\s?(\d{1,3})\s?(?:mm)?\b/i.exec(piece.replace(behind?.[0] ?? '\0', ''))?.[1];
      const drive = STAR.exec(piece)?.[0] ?? CROSS.exec(piece)?.[0];
      groups.push({
        id: `${kind}${groups.some((g) => g.kind === kind) ? groups.length + 1 : ''}`,
        kind,
        count: numberOf(found),
        reuse: /\bnew\b|\breplace\b/i.test(piece) ? 'replace' : reuse,
        ...(drive ? { drive } : {}),
        ...(thread ? { thread } : {}),
        ...(thread && length ? { lengthMm: Number(length) } : {}),
      });
      break;
    }
  return groups;
}

function toolIn(line: string): Tool | undefined {
  const star = STAR.exec(line)?.[0];
  const cross = CROSS.exec(line)?.[0];
  const named = first(TOOLS, line);
  const mm = MM.exec(line)?.[1]?.replace(',', '.');
  if (named === 'star-bit' || (!named && star)) return { kind: 'star-bit', ...(star ? { size: star } : {}) };
  if (named === 'cross-head' || (!named && cross))
    return { kind: 'cross-head', ...(cross ? { size: cross } : {}) };
  if (named) {
    const sized = named === 'socket' || named === 'spanner' || named === 'hex-key' || named === 'drill';
    return { kind: named, ...(sized && mm ? { size: mm } : {}) };
  }
  return mm ? { kind: 'socket', size: mm } : undefined;
}

/** Says where, beside what was understood of it: that stays in the step's words. */
const WHERE = /\balong\b|\bbehind\b|\bhidden\b|\bunder\b|\btop\b|\bbottom\b/i;

/** Pieces between commas: those of which nothing was made, and those that say more than was made of them. */
function leftOver(
  rest: string,
  head: string,
): { readonly left: readonly string[]; readonly more: readonly string[] } {
  const known = [
    ...[...FASTENERS, ...TOOLS, ...PLACES, ...KINDS, ...USED].map(([re]) => re),
    ...[STAR, CROSS, MM, LAMP_OUT, EACH, TWO, MINUTES],
  ];
  const pieces = rest
    .split(/[,;]/)
    .map((p) => p.trim().replace(/\.$/, ''))
    .filter((p) => p !== '' && p !== head);
  const left = pieces.filter((p) => !known.some((re) => re.test(p)));
  return { left, more: pieces.filter((p) => left.includes(p) || WHERE.test(p)) };
}

function idFor(head: string, ids: Set<string>): string {
  const plain = head
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 40);
  const base = plain === '' ? 'step' : plain;
  let id = base;
  for (let n = 2; ids.has(id); n += 1) id = `${base}-${n}`;
  ids.add(id);
  return id;
}
