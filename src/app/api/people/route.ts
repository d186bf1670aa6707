import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { changePeople, peopleForm, type PeopleInput } from '@/server/people/people';

/** Adds, changes, ends and lets back in the people of the shop. Leads only. */
export const POST = (request: Request) =>
  answerForm(
    request,
    peopleForm,
    (actor, input) => changePeople(database(), actor, input as PeopleInput, new Date()),
    { needs: 'manage-shop' },
  );
