import { conversionOf, type ControlState } from '@/core/controls';
import { type FeedPlace, OWN_PLUG } from '@/core/job';
import { factsOf, type Prose, type Reason, type ReasonValue } from '@/core/kernel/reason';
import { controlWords } from './controlWords';
import type { Words } from './words';
import { measureText, withMinus } from './measures';
import { datesIn, moneyIn, numbers } from './intl';

/** What wording needs to know of the shop's own fact keys. */
export interface FactNames {
  readonly label: (key: string) => Prose | null;
  readonly unit: (key: string) => string | null;
}

/** Words for what the core says in codes. */
export interface Wording {
  readonly position: (key: string) => string;
  /** Several at once: a left and right pair is named once. */
  readonly positions: (keys: readonly string[]) => string;
  /** `vehicle` has no name of its own: empty. */
  readonly subject: (subject: string) => string;
  readonly does: (does: string) => string;
  readonly fact: (key: string) => string;
  readonly value: (key: string, value: ReasonValue) => string;
  readonly reason: (reason: Reason) => { readonly text: string; readonly detail: string | null };
  /** An open item: a conflict of the wiring names its lamp first, since left and right may have the same. */
  readonly item: (item: { readonly origin: string; readonly what: Reason }) => string;
  /** A circuit of a vehicle line; `stop+turn-left` is both. */
  readonly circuit: (id: string) => string;
  /** A place that a feed comes from. */
  readonly place: (place: FeedPlace) => string;
  /** An end of a lead, `in X41/1` or `out main/1`, by the side that it belongs to. */
  readonly end: (end: string) => string;
  /** A setting of the controls, by the switches that are not at rest. */
  readonly setting: (s: ControlState) => string;
  /** A condition on the controls, from its text. */
  readonly when: (expression: string) => string;
  readonly number: (n: number) => string;
  readonly date: (iso: string, zone: string) => string;
  readonly money: (minor: number, currency: string) => string;
}

/** Facts of a reason that are codes themselves, with the words they have. */
const CODED = [
  ['system', 'recheck'],
  ['seen', 'seen'],
  ['fastener', 'fastener'],
  ['fragile', 'fragile-kind'],
  ['source', 'said-by'],
  ['symptom', 'symptom'],
  ['school', 'feed'],
  ['part', 'set-up-part'],
] as const;

/** Facts that are lists of codes, with the words of each. */
const CODE_LISTS = [
  ['checks', 'wrong'],
  ['bad', 'wrong'],
  ['looks', 'step-look'],
  ['open', 'breakage-open'],
] as const;

const NO_NAMES: FactNames = { label: () => null, unit: () => null };

/** Words the core's codes where no shop has a say: without names of facts of its own. */
export const plainWording = (words: Words): Wording => wording(words, NO_NAMES);

/** Words the core's codes in one language. */
export function wording(words: Words, names: FactNames): Wording {
  const { t, tCode, prose, locale } = words;

  const controls = controlWords(words);

  const parts = (key: string) => {
    const [role = '', end = '', side = '', ...rest] = key.split('.');
    const ordinal = Number(rest.find((r) => /^\d+$/.test(r)) ?? '1');
    const layer = rest.find((r) => /^[a-z]+$/.test(r)) ?? 'none';
    const name = words.has(`position.${role}.${end}`)
      ? tCode(`position.${role}.${end}`)
      : tCode(`position.${role}`);
    return { name, ordinal, layer, side };
  };
  const position = (key: string): string => t('position.name', parts(key));
  const positions = (keys: readonly string[]): string => {
    const sideless = (key: string) =>
      key
        .split('.')
        .filter((_, i) => i !== 2)
        .join('.');
    const groups = new Map<string, string[]>();
    for (const key of keys) groups.set(sideless(key), [...(groups.get(sideless(key)) ?? []), key]);
    return words.list(
      [...groups.values()].flatMap((g) =>
        g.length === 2 && g[0] ? [t('position.sides', parts(g[0]))] : g.map(position),
      ),
    );
  };
  const subject = (s: string) => (s === 'vehicle' ? '' : position(s));
  const does = (code: string) => tCode(`does.${code}`);
  const circuit = (id: string): string => {
    const made = conversionOf(id);
    if (made?.kind === 'join')
      return t('circuit.both', { stop: circuit(made.stop), turn: circuit(made.turn) });
    if (made?.kind === 'part') return t('circuit.parted', { out: does(made.out), of: circuit(made.of) });
    if (made?.kind === 'relay') return t('circuit.relayed', { of: circuit(made.of) });
    if (made) return t('circuit.smoothed', { of: circuit(made.of) });
    return words.has(`circuit.${id}`) ? tCode(`circuit.${id}`) : id.replaceAll('-', ' ');
  };

  const fact = (key: string): string => {
    const label = names.label(key);
    if (label) return prose(label);
    if (words.has(`fact.${key}`)) return tCode(`fact.${key}`);
    const [kind, ...name] = key.split('.');
    return words.has(`fact.${kind}`)
      ? tCode(`fact.${kind}`, { name: name.join('.').replaceAll('-', ' ') })
      : key;
  };
  const value = (key: string, v: ReasonValue): string => {
    if (v === null) return t('value.unknown');
    if (typeof v === 'boolean' || v === 'true' || v === 'false') return tCode(`value.${String(v)}`);
    if (words.has(`value.${key}.${String(v)}`)) return tCode(`value.${key}.${String(v)}`);
    const unit = names.unit(key);
    if (unit === 'year' || unit === null) return String(v);
    if (unit === 'mm' && typeof v === 'number')
      return measureText('length', v, locale, words.units, words.units === 'us' ? 2 : 1);
    const number = typeof v === 'number' ? numbers(locale, 1).format(v) : String(v);
    return `${number} ${unit}`;
  };

  const wanted = (f: ReturnType<typeof factsOf>): string => {
    const plain = plainlyWanted(f);
    return f.negated === true && plain ? t('wanted.anything-but', { plain }) : plain;
  };
  const plainlyWanted = (f: ReturnType<typeof factsOf>): string => {
    const key = String(f.fact ?? '');
    if (Array.isArray(f.wanted)) return words.or(f.wanted.map((w: string) => value(key, w)));
    if (f.from !== undefined && f.to !== undefined)
      return t('wanted.between', { from: value(key, f.from), to: value(key, f.to) });
    const year = names.unit(key) === 'year';
    if (f.from !== undefined)
      return t(year ? 'wanted.year-from' : 'wanted.from', { from: value(key, f.from) });
    return f.to === undefined ? '' : t(year ? 'wanted.year-to' : 'wanted.to', { to: value(key, f.to) });
  };

  const place = (p: FeedPlace): string => {
    switch (p.kind) {
      case 'slot':
        return `${t('feed.source-slot', { slot: p.slot, serves: p.serves ? prose(p.serves) : '' })}, ${t(`feed.way-${p.way}`)}`;
      case 'lead':
        return prose(p.name);
      case 'battery':
        return t('feed.source-battery');
      case 'wire':
        return t('feed.source-wire', { circuit: circuit(p.circuit) });
    }
  };

  const end = (text: string): string => {
    const [, side, at] = /^(in|out) (.+)$/.exec(text) ?? [];
    return at ? tCode(`check.end-${side}`, { at }) : text === 'body' ? t('check.end-body') : text;
  };

  /** A need of the wiring by its name: `housing lamp X41`, `resistor 15`, `decoder`. */
  const needName = (need: string): string => {
    const [kind = '', ...rest] = need.split(' ');
    return words.has(`need.${kind}`) ? tCode(`need.${kind}`, { of: rest.join(' ') }) : need;
  };

  const reason = (r: Reason) => {
    const f = factsOf(r);
    const key = typeof f.fact === 'string' ? f.fact : '';
    const plain: Record<string, string | number | boolean | null> = Object.fromEntries(
      Object.entries(f).map(([k, v]) => [
        k,
        Array.isArray(v)
          ? words.list(v.map((x: string | Prose) => (typeof x === 'string' ? x : prose(x))))
          : typeof v === 'object' && v !== null
            ? prose(v as Prose)
            : typeof v === 'number'
              ? // Figures come as they were worked out; nobody reads a ninth decimal.
                Math.round(v * 1000) / 1000
              : (v as string | boolean | null),
      ]),
    );
    const facts = {
      ...plain,
      fact: key ? fact(key) : '',
      at:
        (Array.isArray(f.subjects)
          ? positions(f.subjects.filter((s: string) => s !== 'vehicle'))
          : typeof f.subject === 'string'
            ? subject(f.subject)
            : '') ||
        // A fault of a text says at which place in it.
        (plain.at ?? 'none'),
      is: typeof f.is === 'string' ? f.is : f.value === undefined ? '' : value(key, f.value),
      wanted: wanted(f) || (plain.wanted ?? ''),
      does: typeof f.does === 'string' ? does(f.does) : '',
      ...(typeof f.circuit === 'string' ? { circuit: circuit(f.circuit) } : {}),
      ...(Array.isArray(f.circuits)
        ? { circuits: words.list(f.circuits.map((c: string) => circuit(c))) }
        : {}),
      ...(typeof f.cure === 'string' ? { cure: tCode(`cure.${f.cure}`) } : {}),
      ...(typeof f.need === 'string' ? { need: needName(f.need) } : {}),
      ...(typeof f.input === 'string'
        ? { input: words.has(`does.${f.input}`) ? does(f.input) : circuit(f.input) }
        : {}),
      ...(typeof f.end === 'string' ? { end: end(f.end) } : {}),
      ...(Array.isArray(f.ends) ? { ends: words.list(f.ends.map((e: string) => end(e))) } : {}),
      ...(typeof f.state === 'string' ? { state: controls.settingText(f.state) } : {}),
      ...(f.plug === OWN_PLUG ? { plug: t('plug.own') } : {}),
      positions: Array.isArray(f.positions) ? positions(f.positions as readonly string[]) : '',
      position: typeof f.position === 'string' ? position(f.position) : 'none',
      ...(typeof f.other === 'string' ? { other: position(f.other) } : {}),
      place: typeof f.place === 'string' ? f.place : 'none',
      ...Object.fromEntries(
        CODED.flatMap(([name, kind]) =>
          typeof f[name] === 'string' && words.has(`${kind}.${f[name]}`)
            ? [[name, tCode(`${kind}.${f[name]}`)]]
            : [],
        ),
      ),
      ...Object.fromEntries(
        CODE_LISTS.flatMap(([name, kind]) => {
          const codes = f[name];
          return Array.isArray(codes)
            ? [[name, words.list(codes.map((c: string) => tCode(`${kind}.${c}`)))]]
            : [];
        }),
      ),
      verdict: typeof f.verdict === 'string' ? tCode(`verdict.${f.verdict}`) : '',
      before: typeof f.before === 'string' ? tCode(`verdict.${f.before}`) : '',
      now: typeof f.now === 'string' ? tCode(`verdict.${f.now}`) : '',
      implied:
        typeof f.implied === 'string'
          ? tCode(`implied.${f.implied}`, { minV: String(f.minV ?? ''), maxV: String(f.maxV ?? '') })
          : '',
    };
    const why =
      f.why && typeof f.why === 'object' && !Array.isArray(f.why)
        ? prose(f.why as Prose)
        : facts.implied || null;
    return { text: tCode(`reason.${r.code}`, facts), detail: why };
  };

  const item: Wording['item'] = ({ origin, what }) => {
    const { text } = reason(what);
    const at = factsOf(what).position;
    return origin === 'wire-conflict' && typeof at === 'string'
      ? t('items.at', { at: position(at), text })
      : text;
  };

  return {
    item,
    position,
    positions,
    subject,
    does,
    circuit,
    place,
    end,
    setting: controls.setting,
    when: controls.when,
    fact,
    value,
    reason,
    // A minus is a minus, as everywhere else on the screens; never minus nothing.
    number: (n) => withMinus(numbers(locale, 3).format(n === 0 ? 0 : n)),
    date: (iso, zone) => datesIn(locale, zone).format(new Date(iso)),
    money: (minor, currency) => moneyIn(locale, currency).format(minor / 100),
  };
}
