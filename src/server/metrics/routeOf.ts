import { STAGES } from '@/core/job';

const STAGE_NAMES: ReadonlySet<string> = new Set(STAGES);
const FIRST = new Set([
  '',
  'api',
  'bay',
  'bay.webmanifest',
  'calculators',
  'first-day',
  'formats',
  'held',
  'jobs',
  'kit',
  'me',
  'sheets',
  'shelf',
  'shop',
  'serwist',
  'sign-in',
  '_next',
]);
const API = new Set([
  'ask',
  'auth',
  'bay',
  'bookings',
  'bundle',
  'calendar',
  'confirm',
  'device',
  'events',
  'figures',
  'find',
  'first-day',
  'health',
  'held',
  'jobs',
  'keys',
  'locale',
  'me',
  'metrics',
  'people',
  'photos',
  'ready',
  'settings',
  'shelf',
  'stock',
  'stream',
  'vehicles',
  'walls',
]);

/**
 * The kind of address that was asked: a bounded set, whatever is sent, and no id of a job, a person or a token in it.
 * `/jobs/…/fit` → `jobs/fit`, `/api/calendar/…` → `api/calendar`, anything unknown → `other`.
 */
export function routeOf(url: string): string {
  if (!url.startsWith('/')) return 'other';
  const parts = url.split('?')[0]?.split('/').slice(1) ?? [];
  const first = parts[0] ?? '';
  if (!FIRST.has(first)) return 'other';
  if (first === 'api') return API.has(parts[1] ?? '') ? `api/${parts[1]}` : 'other';
  if (first === 'jobs') {
    const last = parts[2] ?? parts[1] ?? '';
    return STAGE_NAMES.has(last) || last === 'sheets' || last === 'new' ? `jobs/${last}` : 'jobs';
  }
  return first === '' ? 'board' : first;
}

/** An address for the log: without what was asked for, and without a token that stands in it as a key. */
export const plainPath = (url: string): string =>
  (url.split('?')[0] ?? '').replace(/^(\/api\/calendar\/).*/, '$1…').slice(0, 200);
