import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { changeKeys, type KeysInput, keysForm } from '@/server/people/keys';

/** Makes and revokes keys of other programs, and exchanges the calendar's address. Leads only. */
export const POST = (request: Request) =>
  answerForm(
    request,
    keysForm,
    (actor, input) => changeKeys(database(), actor, input as KeysInput, new Date()),
    { needs: 'manage-shop' },
  );
