'use server';
import type { Booking } from '@/core/board';
import { bookingForm, type BookingOutcome, removeBooking, saveBooking } from '@/server/board/bookings';
import { database } from '@/server/db/connection';
import { pageActor } from '@/server/page';

export async function saveBookingAct(sent: Booking): Promise<BookingOutcome> {
  const actor = await pageActor();
  if (!bookingForm.isValidSync(sent)) return { kind: 'refused', code: 'malformed' };
  return saveBooking(database(), actor, bookingForm.cast(sent));
}

export async function removeBookingAct(id: string, version: number): Promise<{ kind: string }> {
  return removeBooking(database(), await pageActor(), String(id), Number(version));
}
