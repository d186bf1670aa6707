/** Rows of a shop that an address can name. */
export interface Ids {
  readonly job: string;
  readonly vehicle: string;
}

/** Every route of the application with an address in it; a test compares this list with the folders of `app`. */
export interface Route {
  /** Folder under `src/app`, groups in brackets left out. */
  readonly folder: string;
  readonly method: 'GET' | 'POST';
  /** Address, with the ids of a shop's own rows filled in. */
  readonly path: (ids: Ids) => string;
  /** Open to anybody, for every signed-in person alike, or about one shop's row. */
  readonly reach: 'public' | 'shop' | 'row';
  readonly body?: (ids: Ids) => unknown;
}

/** Identity and clock of a request. */
const REQUEST = { at: '2026-01-01T00:00:00.000Z', device: 'd', deviceSeq: 1 };

export const ROUTES: readonly Route[] = [
  { folder: 'held', method: 'GET', path: () => '/held', reach: 'shop' },
  { folder: '', method: 'GET', path: () => '/', reach: 'shop' },
  { folder: 'calculators', method: 'GET', path: () => '/calculators', reach: 'shop' },
  { folder: 'bay', method: 'GET', path: () => '/bay', reach: 'public' },
  { folder: 'bay.webmanifest', method: 'GET', path: () => '/bay.webmanifest', reach: 'public' },
  { folder: 'serwist/[path]', method: 'GET', path: () => '/serwist/sw.js', reach: 'public' },
  { folder: 'api/stream', method: 'GET', path: () => '/api/stream', reach: 'shop' },
  { folder: 'api/bay', method: 'GET', path: () => '/api/bay', reach: 'shop' },
  {
    folder: 'api/jobs/[job]/removal/[file]',
    method: 'GET',
    path: ({ job }) => `/api/jobs/${job}/removal/sheet.pdf`,
    reach: 'row',
  },
  {
    folder: 'api/jobs/[job]/quote/[file]',
    method: 'GET',
    path: ({ job }) => `/api/jobs/${job}/quote/quote.pdf`,
    reach: 'row',
  },
  {
    folder: 'api/jobs/[job]/wall/[file]',
    method: 'GET',
    path: ({ job }) => `/api/jobs/${job}/wall/marks.pdf`,
    reach: 'row',
  },
  { folder: 'api/device', method: 'POST', path: () => '/api/device', reach: 'shop', body: () => ({}) },
  {
    folder: 'api/device/people',
    method: 'POST',
    path: () => '/api/device/people',
    reach: 'shop',
    body: () => ({ username: 'nobody', password: 'not this one' }),
  },
  {
    folder: 'api/confirm',
    method: 'POST',
    path: () => '/api/confirm',
    reach: 'shop',
    body: () => ({
      device: 'd',
      password: 'not this one',
      digests: [],
    }),
  },
  {
    folder: 'api/device/end',
    method: 'POST',
    path: () => '/api/device/end',
    reach: 'shop',
    body: () => ({ user: 'nobody' }),
  },
  {
    folder: 'api/photos/pieces',
    method: 'GET',
    path: () => `/api/photos/pieces?id=${'a'.repeat(64)}`,
    reach: 'shop',
  },
  { folder: 'kit', method: 'GET', path: () => '/kit', reach: 'public' },
  { folder: 'first-day', method: 'GET', path: () => '/first-day', reach: 'public' },
  {
    folder: 'api/first-day',
    method: 'POST',
    path: () => '/api/first-day',
    reach: 'public',
    body: () => ({}),
  },
  { folder: 'api/health', method: 'GET', path: () => '/api/health', reach: 'public' },
  { folder: 'api/metrics', method: 'GET', path: () => '/api/metrics', reach: 'public' },
  { folder: 'api/ready', method: 'GET', path: () => '/api/ready', reach: 'public' },
  { folder: 'me', method: 'GET', path: () => '/me', reach: 'shop' },
  { folder: 'api/me', method: 'POST', path: () => '/api/me', reach: 'shop', body: () => ({}) },
  { folder: 'shop/[part]', method: 'GET', path: () => '/shop/people', reach: 'shop' },
  { folder: 'api/people', method: 'POST', path: () => '/api/people', reach: 'shop', body: () => ({}) },
  {
    folder: 'api/ask',
    method: 'POST',
    path: () => '/api/ask',
    reach: 'shop',
    body: () => ({ ask: ['vin'], vehicle: { line: 'nowhere' } }),
  },
  { folder: 'api/bundle', method: 'GET', path: () => '/api/bundle', reach: 'shop' },
  {
    folder: 'api/first-day/bundle',
    method: 'POST',
    path: () => '/api/first-day/bundle?lead=nobody',
    reach: 'public',
    body: () => ({}),
  },
  {
    folder: 'api/bookings',
    method: 'POST',
    path: () => '/api/bookings',
    reach: 'row',
    body: ({ job }) => ({
      act: 'save',
      booking: {
        id: 'b-new',
        job,
        bay: 'bay',
        startsAt: '2027-01-04T09:00:00.000Z',
        minutes: 60,
        waitsFor: '',
        waitsUntil: null,
        version: 0,
      },
    }),
  },
  {
    folder: 'api/locale',
    method: 'POST',
    path: () => '/api/locale',
    reach: 'shop',
    body: () => ({ locale: 'en-US' }),
  },
  { folder: 'api/find', method: 'GET', path: () => '/api/find?q=11', reach: 'shop' },
  { folder: 'api/vehicles', method: 'GET', path: () => '/api/vehicles?q=11', reach: 'shop' },
  {
    folder: 'api/stock',
    method: 'POST',
    path: () => '/api/stock',
    reach: 'shop',
    body: () => ({ part: 'adapter-x40', count: 4711 }),
  },
  {
    folder: 'api/shelf/row',
    method: 'POST',
    path: () => '/api/shelf/row',
    reach: 'shop',
    body: () => ({ kind: 'part', cells: { id: 'adapter-x40', name: 'Taken over' }, seenRev: 1 }),
  },
  {
    folder: 'api/shelf/impact',
    method: 'POST',
    path: () => '/api/shelf/impact',
    reach: 'shop',
    body: () => ({ cells: { id: 'packet-ebb', families: 'orrel-packet', role: 'headlamp', end: 'front' } }),
  },
  { folder: 'api/figures', method: 'POST', path: () => '/api/figures', reach: 'shop', body: () => ({}) },
  { folder: 'api/walls', method: 'POST', path: () => '/api/walls', reach: 'shop', body: () => ({}) },
  { folder: 'api/keys', method: 'POST', path: () => '/api/keys', reach: 'shop', body: () => ({}) },
  { folder: 'api/settings', method: 'POST', path: () => '/api/settings', reach: 'shop', body: () => ({}) },
  { folder: 'sign-in', method: 'GET', path: () => '/sign-in', reach: 'public' },
  { folder: 'jobs/new', method: 'GET', path: () => '/jobs/new', reach: 'shop' },
  { folder: 'jobs/[job]', method: 'GET', path: ({ job }) => `/jobs/${job}`, reach: 'row' },
  { folder: 'jobs/[job]/[stage]', method: 'GET', path: ({ job }) => `/jobs/${job}/fit`, reach: 'row' },
  {
    folder: 'jobs/[job]/sheets/[sheet]',
    method: 'GET',
    path: ({ job }) => `/jobs/${job}/sheets/customer`,
    reach: 'row',
  },
  {
    folder: 'api/jobs/[job]/harness/[file]',
    method: 'GET',
    path: ({ job }) => `/api/jobs/${job}/harness/drawing.svg`,
    reach: 'row',
  },
  {
    folder: 'shelf/[kind]/[id]',
    method: 'GET',
    path: () => '/shelf/application/packet-ebb',
    reach: 'shop',
  },
  { folder: 'api/shelf/lines', method: 'GET', path: () => '/api/shelf/lines', reach: 'shop' },
  {
    folder: 'api/shelf/export/[kind]',
    method: 'GET',
    path: () => '/api/shelf/export/part.csv',
    reach: 'shop',
  },
  {
    folder: 'api/shelf/lint',
    method: 'POST',
    path: () => '/api/shelf/lint',
    reach: 'shop',
    body: () => ({}),
  },
  {
    folder: 'api/shelf/csv',
    method: 'POST',
    path: () => '/api/shelf/csv?kind=part',
    reach: 'shop',
    body: () => ({}),
  },
  {
    folder: 'api/photos',
    method: 'POST',
    path: () => '/api/photos?id=none',
    reach: 'shop',
    body: () => ({}),
  },
  {
    folder: 'api/photos/[photo]',
    method: 'GET',
    path: () => `/api/photos/${'0'.repeat(64)}`,
    reach: 'shop',
  },
  { folder: 'api/calendar/[token]', method: 'GET', path: () => '/api/calendar/nobody.ics', reach: 'public' },
  { folder: 'shelf/[kind]', method: 'GET', path: () => '/shelf/family', reach: 'shop' },
  {
    folder: 'formats/shelf.schema.json',
    method: 'GET',
    path: () => '/formats/shelf.schema.json',
    reach: 'public',
  },
  { folder: 'api/auth/[...all]', method: 'GET', path: () => '/api/auth/get-session', reach: 'public' },
  {
    folder: 'api/events',
    method: 'POST',
    path: () => '/api/events',
    reach: 'row',
    body: ({ job }) => ({
      events: [
        {
          id: '01900000-0000-7000-8000-000000000001',
          job,
          type: 'modification-noted',
          v: 1,
          at: '2026-01-01T00:00:00.000Z',
          device: 'd',
          deviceSeq: 1,
          body: { words: 'from next door' },
        },
      ],
    }),
  },
  { folder: 'api/held', method: 'POST', path: () => '/api/held', reach: 'shop', body: () => ({}) },
  { folder: 'api/jobs', method: 'POST', path: () => '/api/jobs', reach: 'shop', body: () => ({}) },
  {
    folder: 'api/jobs/[job]/pack',
    method: 'GET',
    path: ({ job }) => `/api/jobs/${job}/pack`,
    reach: 'row',
  },
  {
    folder: 'api/jobs/[job]/entries',
    method: 'GET',
    path: ({ job }) => `/api/jobs/${job}/entries`,
    reach: 'row',
  },
  {
    folder: 'api/jobs/[job]/fit',
    method: 'GET',
    path: ({ job }) => `/api/jobs/${job}/fit`,
    reach: 'row',
  },
  {
    folder: 'api/jobs/[job]/earlier',
    method: 'GET',
    path: ({ job }) => `/api/jobs/${job}/earlier`,
    reach: 'row',
  },
  {
    folder: 'api/jobs/[job]/similar',
    method: 'GET',
    path: ({ job }) => `/api/jobs/${job}/similar`,
    reach: 'row',
  },
  {
    folder: 'api/jobs/[job]/lock',
    method: 'POST',
    path: ({ job }) => `/api/jobs/${job}/lock`,
    reach: 'row',
    body: () => ({ ...REQUEST, id: '01900000-0000-7000-8000-000000000002' }),
  },
  {
    folder: 'api/jobs/[job]/identity',
    method: 'POST',
    path: ({ job }) => `/api/jobs/${job}/identity`,
    reach: 'row',
    body: ({ vehicle }) => ({
      ...REQUEST,
      id: '01900000-0000-7000-8000-000000000003',
      vehicle,
      version: 1,
      vin: null,
      plate: 'FROM NEXT DOOR',
    }),
  },
  {
    folder: 'api/shelf',
    method: 'POST',
    path: () => '/api/shelf',
    reach: 'shop',
    body: () => ({ form: 'yonder-bolt/shelf', version: 1 }),
  },
];
