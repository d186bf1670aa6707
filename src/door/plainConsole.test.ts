import { expect, it } from 'vitest';
import { scrubbed } from './plainConsole';

it('keeps what went wrong and drops what it went wrong with', () => {
  expect(scrubbed('Failed query: select * from session where token = $1\nparams: abc')).toBe('…');
  expect(scrubbed('Could not read /api/calendar/0123456789abcdef0123456789abcdef.ics')).not.toContain('0123');
  expect(scrubbed('connect ECONNREFUSED 127.0.0.1:5432\n    at somewhere')).toBe(
    'connect ECONNREFUSED 127.0.0.1:5432',
  );
  expect(scrubbed('x '.repeat(400)).length).toBeLessThanOrEqual(300);
});
