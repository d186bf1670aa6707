import { bookingActForm, type BookingAct, changeBooking } from '@/server/board/bookings';
import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';

/** Makes, moves or removes a booking, if it still stands as it was seen. */
export const POST = (request: Request) =>
  answerForm(request, bookingActForm, (actor, input) =>
    changeBooking(database(), actor, input as BookingAct),
  );
