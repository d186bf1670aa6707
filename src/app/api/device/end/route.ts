import * as yup from 'yup';
import { whyNotNow } from '@/server/access';
import { database } from '@/server/db/connection';
import { deviceOf, endGrant } from '@/server/devices/devices';
import { answerForm } from '@/server/http';

const form = yup.object({ user: yup.string().required('field-missing').max(120, 'too-long') }).required();

/** Ends somebody's work on this device: one's own, or a lead anybody's. */
export const POST = (request: Request) =>
  answerForm(request, form, async (actor, { user }) => {
    const barred = user === actor.userId ? null : whyNotNow(actor, 'manage-shop');
    if (barred !== null) return { code: barred };
    const db = database();
    const id = await deviceOf(db, actor.shopId, request.headers.get('cookie'));
    if (!id) return { code: 'no-device' };
    await endGrant(db, actor.shopId, id, user, actor.userId, new Date());
    return { ended: user };
  });
