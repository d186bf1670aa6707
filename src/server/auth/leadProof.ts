import { createHmac } from 'node:crypto';
import { sameSecret } from '../sameSecret';

const COOKIE = 'yonder.lead';

/**
 * *Settings*: how long what only a lead may do stays open after the password was given. On a device that several work on
 * a few minutes and no longer; on one's own as long as it is used, at most a working day.
 */
export const SHARED_MS = 5 * 60_000;
export const IDLE_MS = 30 * 60_000;
export const LONGEST_MS = 12 * 3_600_000;

/** That a person gave their password in a session. */
export interface LeadProof {
  /** When, ms; and when it was used last. */
  readonly sinceMs: number;
  readonly usedMs: number;
  /** It was given on a device that several work on. */
  readonly shared: boolean;
}

const signed = (sessionToken: string, what: string, secret: string): string =>
  createHmac('sha256', secret).update(`lead-proof ${sessionToken} ${what}`).digest('base64url');

const textOf = ({ sinceMs, usedMs, shared }: LeadProof): string =>
  `${sinceMs}.${usedMs}.${shared ? 'shared' : 'own'}`;

/** When a proof ends, ms. */
export const proofEndsMs = ({ sinceMs, usedMs, shared }: LeadProof): number =>
  shared ? sinceMs + SHARED_MS : Math.min(usedMs + IDLE_MS, sinceMs + LONGEST_MS);

/** The proof that a request brings with it for its session; null: none, another session's, or one that is over. */
export function leadProof(
  cookies: string | null,
  sessionToken: string,
  secret: string,
  nowMs: number,
): LeadProof | null {
  for (const part of (cookies ?? '').split(';')) {
    const [name, value = ''] = part.trim().split('=');
    if (name !== COOKIE) continue;
    const found = /^(\d{1,15})\.(\d{1,15})\.(own|shared)\.([\w-]{43})$/.exec(value);
    if (!found) continue;
    const [, since, used, kind, mac = ''] = found;
    const proof = { sinceMs: Number(since), usedMs: Number(used), shared: kind === 'shared' };
    if (!sameSecret(mac, signed(sessionToken, textOf(proof), secret))) continue;
    return nowMs < proofEndsMs(proof) && nowMs >= proof.sinceMs - 60_000 ? proof : null;
  }
  return null;
}

/**
 * What a page marks an entry with that it writes under a proof. Nobody knows it before the password is given, so what was
 * put into a device's store before that never has it.
 */
export const proofMark = (sessionToken: string, { sinceMs }: LeadProof, secret: string): string =>
  signed(sessionToken, `mark ${sinceMs}`, secret).slice(0, 22);

/** The `Set-Cookie` that brings a proof along. @param secure whether we are behind TLS */
export function leadProofCookie(
  sessionToken: string,
  proof: LeadProof,
  secret: string,
  secure: boolean,
): string {
  const text = textOf(proof);
  return [
    `${COOKIE}=${text}.${signed(sessionToken, text, secret)}`,
    `Max-Age=${LONGEST_MS / 1000}`,
    'Path=/',
    'HttpOnly',
    'SameSite=Strict',
    ...(secure ? ['Secure'] : []),
  ].join('; ');
}

/** The `Set-Cookie` by which a proof is over. */
export const noLeadProofCookie = (secure: boolean): string =>
  [`${COOKIE}=`, 'Max-Age=0', 'Path=/', 'HttpOnly', 'SameSite=Strict', ...(secure ? ['Secure'] : [])].join(
    '; ',
  );
