import { database } from '@/server/db/connection';
import { joinDevice, joinForm } from '@/server/devices/joinDevice';
import { answerForm } from '@/server/http';

/** Lets another person work on this device, by their own name and password. */
export const POST = (request: Request) =>
  answerForm(request, joinForm, (actor, input) =>
    joinDevice(database(), actor, request.headers.get('cookie'), input, new Date()),
  );
