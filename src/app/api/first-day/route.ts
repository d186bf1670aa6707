import { database } from '@/server/db/connection';
import { openShop } from '@/server/firstDay/openShop';
import { firstDayForm } from '@/server/firstDay/shopForm';
import { answerOpenForm } from '@/server/http';

/** Opens an empty installation by the key of its one link; there is nobody yet who could be signed in. */
export const POST = (request: Request) =>
  answerOpenForm(request, firstDayForm, (input) => openShop(database(), input, new Date()));
