import { expect, it } from 'vitest';
import { calendarText } from './calendar';

it('a name with a line break in it makes no line of its own', () => {
  const text = calendarText('Shop\r\nX-EVIL:1', [
    {
      id: 'b',
      startsAt: '2026-06-01T09:00:00.000Z',
      minutes: 60,
      title: 'Job 1\nBEGIN:VEVENT',
      place: 'Bay\r1',
    },
  ]);
  expect(text.match(/^BEGIN:VEVENT/gm)).toHaveLength(1);
  expect(text).not.toMatch(/^X-EVIL/m);
  expect(text).toMatch(/^LOCATION:Bay 1/m);
});
