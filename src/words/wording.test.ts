import { describe, expect, it } from 'vitest';
import { parseExpression } from '@/core/controls';
import { type GivenFacts, reason, type ReasonCode, type ReasonFacts } from '@/core/kernel/reason';
import { wording } from './wording';
import { wordsIn } from './words';

const UNITS: Readonly<Record<string, string>> = { 'room-behind': 'mm', 'model-year': 'year' };
const say = (locale: 'en-GB' | 'en-US') =>
  wording(wordsIn(locale), {
    label: (key) => (key === 'tow-bar' ? { 'en-GB': 'tow bar fitted here' } : null),
    unit: (key) => UNITS[key] ?? null,
  });
const british = say('en-GB');
const american = say('en-US');
const text = <C extends ReasonCode>(code: C, ...facts: GivenFacts<C>) =>
  british.reason(reason(code, ...facts)).text;

describe('places on a vehicle', () => {
  it('a left and right pair is named once, what stands alone by its side', () => {
    expect(british.positions(['headlamp.front.left', 'headlamp.front.right'])).toBe(
      'headlamp, left and right',
    );
    expect(british.positions(['tail.rear.left', 'mirror.side.right'])).toBe(
      'tail lamp left and mirror right',
    );
    // Two of a row are no pair.
    expect(british.positions(['marker.side.left.2', 'marker.side.right.3'])).toBe(
      'side marker 2 left and side marker 3 right',
    );
    expect(british.positions([])).toBe('');
  });
  it('by row and layer', () => {
    expect(british.position('marker.side.left.2.upper')).toBe('side marker 2 left upper');
    expect(british.position('fog.front.right')).toBe('front fog lamp right');
  });
  it('the vehicle as a whole has no name of its own', () => {
    expect(british.subject('vehicle')).toBe('');
    expect(british.subject('mirror.side.right')).toBe('mirror right');
  });
});

describe('circuits and ends of leads', () => {
  it('a combined circuit is both, one of the shop’s own is read as it is written', () => {
    expect(british.circuit('stop+turn-left')).toBe('Stop with Turn left');
    expect(british.circuit('some-own-circuit')).toBe('some own circuit');
  });
  it('an end is named by its side', () => {
    expect(british.end('in X41/1')).toBe('X41/1 (vehicle end)');
    expect(british.end('out main/1')).toBe('main/1 (lamp end)');
    expect(british.end('body')).toBe('bright metal of the body');
    expect(british.end('X41')).toBe('X41');
  });
});

describe('facts and values', () => {
  it('the shop’s own name for a fact goes before the product’s', () => {
    expect(british.fact('tow-bar')).toBe('tow bar fitted here');
    expect(british.fact('room-behind')).toBe('Room behind the lamp');
    expect(british.fact('option.adaptive-front-light')).toBe('Option: adaptive front light');
    expect(british.fact('nobody-named-this')).toBe('nobody-named-this');
  });
  it.each([
    ['room-behind', 48, '48 mm'],
    ['room-behind', 48.26, '48.3 mm'],
    ['room-behind', 1234, '1234 mm'],
    ['model-year', 2021, '2021'],
    ['factory-lamp', 'hid', 'gas discharge'],
    ['factory-lamp', null, 'not known'],
    ['functions-altered', true, 'yes'],
    ['functions-altered', 'false', 'no'],
    ['plug', 'X41', 'X41'],
  ] as const)('%s %j: %s', (key, value, words) => expect(british.value(key, value)).toBe(words));
  it('numbers keep three places and no grouping; money and dates follow the language', () => {
    expect(british.number(1234.56789)).toBe('1234.568');
    expect(british.money(123_450, 'EUR')).toBe('€1,234.50');
    // The clock has sprung forward an hour before.
    const at = '2026-03-29T01:30:00.000Z';
    expect(british.date(at, 'Europe/Berlin')).toBe('29 Mar 2026, 03:30');
    expect(american.date(at, 'America/Denver').replace(/\s/g, ' ')).toBe('Mar 28, 2026, 7:30 PM');
  });
});

describe('what was wanted', () => {
  const unmet = (facts: ReasonFacts['leaf-unmet']) => text('leaf-unmet', facts);
  it.each<[ReasonFacts['leaf-unmet'], string]>([
    [{ fact: 'factory-lamp', value: 'led', wanted: ['filament', 'hid'] }, 'filament bulb or gas discharge'],
    [{ fact: 'room-behind', value: 30, from: 40, to: 60 }, '40 mm to 60 mm'],
    [{ fact: 'room-behind', value: 30, from: 40 }, 'at least 40 mm'],
    [{ fact: 'room-behind', value: 70, to: 60 }, 'at most 60 mm'],
    [{ fact: 'model-year', value: 2012, from: 2015 }, '2015 or later'],
    [{ fact: 'model-year', value: 2022, to: 2020 }, '2020 or earlier'],
  ])('%j', (facts, words) => expect(unmet(facts)).toContain(`needed: ${words}.`));
  it('a unit that does not suit names the one that does', () =>
    expect(text('unit-unsuited', { fact: 'room-behind', unit: 'V', wanted: 'mm' })).toBe(
      'Room behind the lamp is in mm, not in V.',
    ));
  it('what is open names its place, and none where it is the vehicle’s', () => {
    expect(
      text('leaf-open', {
        fact: 'plug',
        value: null,
        subjects: ['headlamp.front.left'],
        wanted: ['X41'],
      }),
    ).toBe('Plug behind the lamp is not known (headlamp left). Needed: X41.');
    expect(text('leaf-open', { fact: 'model-year', value: null, subjects: ['vehicle'], from: 2015 })).toBe(
      'Model year is not known. Needed: 2015 or later.',
    );
  });
});

describe('a condition that does not parse', () => {
  it.each([
    ['key=on & lamp', 'At character 10: “lamp” is no control.'],
    ['key=sideways', 'At character 5: key is one of off, accessory, and on.'],
    ['(high', 'At character 6: a bracket is not closed.'],
    ['high brake', 'At character 6: “brake” needs & or | before it.'],
    ['high & %', 'At character 8: “%” has no meaning here.'],
    ['key=on & ', 'It ends at character 10, where a control is expected.'],
  ])('%j', (expression, words) => {
    const parsed = parseExpression(expression);
    if (parsed.kind !== 'fault') throw new Error(`${expression} parses`);
    expect(american.reason(parsed.reason).text).toBe(words);
  });
});

describe('an open item', () => {
  const screwed = (position: string) => reason('ground-screwed', { plug: 'ground', position });
  it('of the wiring names its lamp, since both sides may have the same', () => {
    const at = (position: string) => british.item({ origin: 'wire-conflict', what: screwed(position) });
    expect(at('tail.rear.left')).toMatch(/^tail lamp left: Ground by a ring under a screw \(ground\)/);
    expect(at('tail.rear.left')).not.toBe(at('tail.rear.right'));
  });
  it('of another origin, or of both lamps at once, says what it is about', () => {
    const plain = british.reason(screwed('tail.rear.left')).text;
    expect(british.item({ origin: 'light-rule', what: screwed('tail.rear.left') })).toBe(plain);
    const both = reason('item-adapter-not-chosen', { positions: ['tail.rear.left'], part: 'x' });
    expect(british.item({ origin: 'wire-conflict', what: both })).toBe(british.reason(both).text);
  });
});

describe('a verdict that changed', () => {
  it('is told with both', () =>
    expect(
      text('item-verdict-changed', {
        positions: ['headlamp.front.left'],
        before: 'fits',
        now: 'does-not-fit',
      }),
    ).toMatch(/^The verdict for headlamp left was “.+” and is now “.+”\.$/));
});
