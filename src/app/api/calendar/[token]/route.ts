import { calendarText } from '@/formats/calendar';
import { calendarOf } from '@/server/board/bookings';
import { database } from '@/server/db/connection';
import { faultAnswer } from '@/server/faults';

const DAY_MS = 86_400_000;

/** The bay calendar for calendar programmes, who have no session: the token in the address is the key. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> {
  try {
    return await calendar((await params).token);
  } catch (error) {
    return faultAnswer(error, request);
  }
}

async function calendar(asked: string): Promise<Response> {
  const token = asked.replace(/\.ics$/, '');
  const now = Date.now();
  const found = await calendarOf(
    database(),
    token,
    new Date(now - 30 * DAY_MS),
    new Date(now + 180 * DAY_MS),
  );
  if (!found) return new Response(null, { status: 404 });
  const bays = new Map(found.bays.map((b) => [b.id, b.name]));
  const text = calendarText(
    found.shop.name,
    found.bookings.map((b) => ({
      ...b,
      title: `Job ${String(b.number).padStart(4, '0')}`,
      place: bays.get(b.bay) ?? b.bay,
    })),
  );
  return new Response(text, {
    headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'private, no-store' },
  });
}
