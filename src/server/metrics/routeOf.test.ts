import { expect, it } from 'vitest';
import { ROUTES } from '../../../testing/routes';
import { routeOf } from './routeOf';

it('every address of the application has a kind of its own, without what it names', () => {
  const ids = { job: '01900000-0000-7000-8000-00000000000a', vehicle: 'v' };
  const kinds = ROUTES.map((r) => routeOf(r.path(ids)));
  expect(kinds.filter((k) => k === 'other')).toEqual([]);
  expect(kinds.filter((k) => k.includes(ids.job))).toEqual([]);
});

it.each([
  ['/', 'board'],
  ['/?find=kept', 'board'],
  ['/jobs/0190/fit?x=1', 'jobs/fit'],
  ['/jobs/new', 'jobs/new'],
  ['/jobs/0190/sheets/customer', 'jobs/sheets'],
  ['/api/calendar/a-token.ics', 'api/calendar'],
  ['/api/photos/abc', 'api/photos'],
  ['/wp-admin/x', 'other'],
  ['/api/who', 'other'],
  ['*', 'other'],
])('%s is %s', (url, kind) => expect(routeOf(url)).toBe(kind));

it('a caller cannot make more kinds than there are', () => {
  const made = Array.from({ length: 500 }, (_, i) => routeOf(`/jobs/${i}/x${i}/${i}`));
  expect(new Set(made).size).toBe(1);
});
