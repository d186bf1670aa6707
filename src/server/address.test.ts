import { describe, expect, it } from 'vitest';
import { isAddress } from './address';
import { askedNumber, askedOf } from './asked';

describe('an address', () => {
  it.each([
    ['/jobs/0190/arrive', '?part=items'],
    ['/shelf/part/caf%C3%A9', ''],
    ['/', '?find=50%25'],
  ])('%s%s can be looked for', (path, search) => expect(isAddress(path, search)).toBe(true));

  it.each([
    ['/api/calendar/%00', ''],
    ['/jobs/%ff/arrive', ''],
    ['/api/auth/%', ''],
    ['/shelf/part/%ED%A0%80', ''],
    ['/', '?find=%00'],
    ['/', `?find=${'x'.repeat(5000)}`],
  ])('%s%s cannot', (path, search) => expect(isAddress(path, search)).toBe(false));
});

describe('what a page is asked with', () => {
  it('is the first of a doubled parameter, of a bounded length', () => {
    expect(askedOf({ q: ['a', 'b'] }, 'q')).toBe('a');
    expect(askedOf({ q: [] }, 'q')).toBe('');
    expect(askedOf({}, 'q')).toBe('');
    expect(askedOf({ q: 'x'.repeat(500) }, 'q')).toHaveLength(100);
  });

  it('as a number is whole and within its bounds, or what it is without', () => {
    expect(askedNumber('50', 1000, 0)).toBe(50);
    for (const text of ['', '-1', '1e9', '99999999999999999999', '1001', 'x', '1.5'])
      expect(askedNumber(text, 1000, 7)).toBe(7);
  });
});
