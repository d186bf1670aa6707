import { isIPv6 } from 'node:net';
import { expect, it } from 'vitest';

import { addressOfDevice, knownDevice, knownDeviceCookie } from './knownDevice';

const SECRET = 'a-secret-for-tests-only-0123456789abcdef';
const cookieOf = (username: string, secret = SECRET) =>
  knownDeviceCookie(username, secret, true).split(';')[0] ?? '';

it('a device that was written by us is known to its person, however the name is typed', () => {
  const cookie = cookieOf('ines');
  expect(knownDevice(`a=b; ${cookie}; c=d`, ' INES ', SECRET)).toMatch(/^[0-9a-f]{32}$/);
});

it('it is known to nobody else, under no other secret, and not when it was changed', () => {
  const cookie = cookieOf('ines');
  expect(knownDevice(cookie, 'tomas', SECRET)).toBeNull();
  expect(knownDevice(cookieOf('ines', `${SECRET}x`), 'ines', SECRET)).toBeNull();
  expect(
    knownDevice(
      cookie.replace(/=[0-9a-f]/, (first) => (first === '=0' ? '=1' : '=0')),
      'ines',
      SECRET,
    ),
  ).toBeNull();
  for (const none of [null, '', 'yonder.known=', 'yonder.known=.', 'yonder.known=x.y.z'])
    expect(knownDevice(none, 'ines', SECRET)).toBeNull();
});

it('two devices are two, and their cookies go to the sign-in alone', () => {
  expect(cookieOf('ines')).not.toBe(cookieOf('ines'));
  expect(knownDeviceCookie('ines', SECRET, true)).toMatch(/HttpOnly.*SameSite=Lax.*Secure/);
  expect(knownDeviceCookie('ines', SECRET, false)).not.toContain('Secure');
});

it('a device is an address of its own, as the library wants addresses', () => {
  const [a, b] = [cookieOf('ines'), cookieOf('ines')].map((c) => knownDevice(c, 'ines', SECRET) ?? '');
  expect(isIPv6(addressOfDevice(a ?? ''))).toBe(true);
  // Networks are counted by their first half: even that is its own.
  const half = (id: string) => addressOfDevice(id).split(':').slice(0, 4).join(':');
  expect(half(a ?? '')).not.toBe(half(b ?? ''));
});
