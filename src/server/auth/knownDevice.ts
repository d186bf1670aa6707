import { createHmac, randomBytes } from 'node:crypto';
import { sameSecret } from '../sameSecret';

const COOKIE = 'yonder.known';
/** *Setting*: how long a device stays known after its last good sign-in, s. */
const KNOWN_S = 180 * 24 * 60 * 60;

/**
 * A device on which a person has signed in before: the cookie says so, and our secret that we wrote it. Guesses from
 * elsewhere, however many, do not shut its owner out; its own are counted by themselves.
 */
const signature = (username: string, id: string, secret: string): string =>
  createHmac('sha256', secret)
    .update(`known-device ${nameOf(username)} ${id}`)
    .digest('base64url');

const nameOf = (username: string): string => username.trim().toLowerCase();

/** The id of the device if this person is known on it, else null. */
export function knownDevice(cookies: string | null, username: string, secret: string): string | null {
  for (const part of (cookies ?? '').split(';')) {
    const [name, value = ''] = part.trim().split('=');
    if (name !== COOKIE) continue;
    const [id = '', signed = ''] = value.split('.');
    if (/^[0-9a-f]{32}$/.test(id) && sameSecret(signed, signature(username, id, secret))) return id;
  }
  return null;
}

/** The `Set-Cookie` by which a device is known from now on to this person. @param secure whether we are behind TLS */
export function knownDeviceCookie(username: string, secret: string, secure: boolean): string {
  const id = randomBytes(16).toString('hex');
  const attributes = [
    `Max-Age=${KNOWN_S}`,
    'Path=/api/auth',
    'HttpOnly',
    'SameSite=Lax',
    ...(secure ? ['Secure'] : []),
  ];
  return [`${COOKIE}=${id}.${signature(username, id, secret)}`, ...attributes].join('; ');
}

/** A known device as an address of its own, as limits count callers: of the block for local use (RFC 4193). */
export const addressOfDevice = (id: string): string => (`fd${id.slice(2)}`.match(/.{4}/g) ?? []).join(':');
