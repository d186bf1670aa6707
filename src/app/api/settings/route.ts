import { database } from '@/server/db/connection';
import { answerForm } from '@/server/http';
import { shopForm } from '@/server/firstDay/shopForm';
import { saveSettings } from '@/server/people/settings';

/** Saves the settings of the shop. Leads only. */
export const POST = (request: Request) =>
  answerForm(request, shopForm, (actor, input) => saveSettings(database(), actor, input), {
    needs: 'manage-shop',
  });
