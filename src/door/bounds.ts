/** Who may send a body of a size: anybody, who was signed in here once, or who brings a key of a shop or of the first day. */
export type Sender = 'anybody' | 'signed-in' | 'signed-in-or-key' | 'first-day-key';

/** What the door lets through to an address before the application sees any of it. */
export interface Bound {
  /** Bytes of a body at the most. */
  readonly bytes: number;
  readonly sender: Sender;
  /** It is worked on while it comes, however long that takes; else it is there within seconds or not at all. */
  readonly streamed?: true;
  /** So many at a time in one process. */
  readonly atOnce?: number;
}

const KIB = 1024;
const MIB = 1024 * KIB;

/** *Setting*: what anybody may send anywhere, bytes. A sign-in is far below it. */
export const OPEN_BYTES = 4 * KIB;
const FORM: Bound = { bytes: 512 * KIB, sender: 'signed-in' };
/** For addresses that nothing else is said of: pages take no bodies. */
export const DEFAULT_BOUND: Bound = { bytes: OPEN_BYTES, sender: 'anybody' };

/**
 * *Settings*: bounds by address as the build lists them; the parts in brackets stand for any name. A test holds this list
 * against the build's own: an address that is new there has to be named here.
 */
export const BOUNDS: Readonly<Record<string, Bound>> = {
  '/api/ask': { bytes: 4 * MIB, sender: 'signed-in-or-key' },
  '/api/auth/[...all]': DEFAULT_BOUND,
  '/api/bay': DEFAULT_BOUND,
  '/api/bookings': FORM,
  '/api/bundle': DEFAULT_BOUND,
  '/api/calendar/[token]': DEFAULT_BOUND,
  '/api/confirm': { bytes: 32 * KIB, sender: 'signed-in' },
  '/api/device': FORM,
  '/api/device/end': FORM,
  '/api/device/people': FORM,
  '/api/events': FORM,
  '/api/figures': FORM,
  '/api/find': DEFAULT_BOUND,
  '/api/first-day': { bytes: 16 * KIB, sender: 'anybody' },
  '/api/first-day/bundle': { bytes: 4096 * MIB, sender: 'first-day-key', streamed: true, atOnce: 1 },
  '/api/health': DEFAULT_BOUND,
  '/api/held': FORM,
  '/api/jobs': FORM,
  '/api/jobs/[job]/earlier': DEFAULT_BOUND,
  '/api/jobs/[job]/entries': DEFAULT_BOUND,
  '/api/jobs/[job]/fit': FORM,
  '/api/jobs/[job]/harness/[file]': DEFAULT_BOUND,
  '/api/jobs/[job]/identity': FORM,
  '/api/jobs/[job]/lock': FORM,
  '/api/jobs/[job]/pack': DEFAULT_BOUND,
  '/api/jobs/[job]/quote/[file]': DEFAULT_BOUND,
  '/api/jobs/[job]/removal/[file]': DEFAULT_BOUND,
  '/api/jobs/[job]/similar': DEFAULT_BOUND,
  '/api/jobs/[job]/wall/[file]': DEFAULT_BOUND,
  '/api/keys': FORM,
  '/api/locale': FORM,
  '/api/me': FORM,
  '/api/metrics': DEFAULT_BOUND,
  '/api/people': FORM,
  '/api/photos': { bytes: 20 * MIB, sender: 'signed-in', streamed: true },
  '/api/photos/[photo]': DEFAULT_BOUND,
  '/api/photos/pieces': { ...FORM, streamed: true },
  '/api/ready': DEFAULT_BOUND,
  '/api/settings': FORM,
  '/api/shelf': { bytes: 64 * MIB, sender: 'signed-in', streamed: true, atOnce: 4 },
  '/api/shelf/csv': { bytes: 64 * MIB, sender: 'signed-in', streamed: true, atOnce: 4 },
  '/api/shelf/export/[kind]': DEFAULT_BOUND,
  '/api/shelf/impact': FORM,
  '/api/shelf/lines': DEFAULT_BOUND,
  '/api/shelf/lint': FORM,
  '/api/shelf/row': FORM,
  '/api/stock': FORM,
  '/api/stream': DEFAULT_BOUND,
  '/api/vehicles': DEFAULT_BOUND,
  '/api/walls': FORM,
  '/bay.webmanifest': DEFAULT_BOUND,
  '/favicon.ico': DEFAULT_BOUND,
  '/formats/shelf.schema.json': DEFAULT_BOUND,
  '/icon.svg': DEFAULT_BOUND,
  '/serwist/[path]': DEFAULT_BOUND,
};

const matchers = Object.entries(BOUNDS).map(([address, bound]) => {
  const parts = address.split('/').slice(1);
  const pattern = parts
    .map((p) =>
      p.startsWith('[...') ? '.+' : p.startsWith('[') ? '[^/]+' : p.replace(/[.*+?^${}()|\\]/g, '\\$&'),
    )
    .join('/');
  // A name goes before a part that stands for any.
  return {
    address,
    bound,
    named: parts.filter((p) => !p.startsWith('[')).length,
    pattern: new RegExp(`^/${pattern}/?$`),
  };
});

/** The address of the list that a path belongs to, with its bound. */
export function boundOf(path: string): { readonly address: string; readonly bound: Bound } {
  const found = matchers.filter((m) => m.pattern.test(path)).sort((a, b) => b.named - a.named)[0];
  return found ? { address: found.address, bound: found.bound } : { address: '', bound: DEFAULT_BOUND };
}
