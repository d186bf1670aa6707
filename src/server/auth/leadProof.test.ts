import { describe, expect, it } from 'vitest';
import {
  IDLE_MS,
  leadProof,
  leadProofCookie,
  LONGEST_MS,
  proofEndsMs,
  proofMark,
  SHARED_MS,
} from './leadProof';

const SECRET = 'a-secret-for-tests-only-0123456789abcdef';
const NOW = Date.parse('2026-06-01T12:00:00.000Z');
const cookie = (token: string, sinceMs = NOW, usedMs = sinceMs, shared = false) =>
  leadProofCookie(token, { sinceMs, usedMs, shared }, SECRET, false).split(';')[0] ?? '';
const holds = (given: string, atMs: number, token = 'session-1', secret = SECRET) =>
  leadProof(`a=b; ${given}`, token, secret, atMs) !== null;

describe('a lead’s proof', () => {
  it('holds for its session alone, and not when it was changed or signed with another secret', () => {
    const given = cookie('session-1');
    expect(holds(given, NOW + 1)).toBe(true);
    expect(holds(given, NOW + 1, 'session-2')).toBe(false);
    expect(holds(given, NOW + 1, 'session-1', `${SECRET}x`)).toBe(false);
    expect(holds(given.replace('own', 'shared'), NOW + 1)).toBe(false);
    const later = given.replace(String(NOW), String(NOW + 60_000));
    expect(holds(later, NOW + 60_001)).toBe(false);
    expect(leadProof(null, 'session-1', SECRET, NOW)).toBeNull();
    expect(holds('yonder.lead=', NOW)).toBe(false);
  });

  it('on a device of one’s own lasts while it is used, and a working day at the most', () => {
    const given = cookie('session-1');
    expect(holds(given, NOW + IDLE_MS - 1)).toBe(true);
    expect(holds(given, NOW + IDLE_MS)).toBe(false);
    const used = cookie('session-1', NOW, NOW + IDLE_MS - 1);
    expect(holds(used, NOW + IDLE_MS + 1)).toBe(true);
    const allDay = cookie('session-1', NOW, NOW + LONGEST_MS - 1);
    expect(holds(allDay, NOW + LONGEST_MS)).toBe(false);
  });

  it('on a device that others work on it is minutes, whatever is done', () => {
    const given = cookie('session-1', NOW, NOW + SHARED_MS - 1, true);
    expect(holds(given, NOW + SHARED_MS - 1)).toBe(true);
    expect(holds(given, NOW + SHARED_MS)).toBe(false);
    expect(proofEndsMs({ sinceMs: NOW, usedMs: NOW + 1, shared: true })).toBe(NOW + SHARED_MS);
  });

  it('gives another mark with each password, and the same one while it is used', () => {
    const mark = (sinceMs: number, usedMs: number, token = 'session-1') =>
      proofMark(token, { sinceMs, usedMs, shared: false }, SECRET);
    expect(mark(NOW, NOW)).toBe(mark(NOW, NOW + 5));
    expect(mark(NOW, NOW)).not.toBe(mark(NOW + 1, NOW + 1));
    expect(mark(NOW, NOW)).not.toBe(mark(NOW, NOW, 'session-2'));
  });

  it('from the future is none: a clock that was set back opens nothing for longer', () => {
    expect(holds(cookie('session-1', NOW + 3_600_000), NOW)).toBe(false);
  });
});
