import * as yup from 'yup';
import type { Actor } from '../access';
import { provePassword } from '../auth/provePassword';
import type { Database } from '../db/connection';
import { deviceOf, grant } from './devices';

export const joinForm = yup
  .object({
    username: yup.string().trim().required('field-missing').max(120, 'too-long'),
    password: yup.string().required('field-missing').max(200, 'too-long'),
  })
  .required();
export type JoinInput = yup.InferType<typeof joinForm>;

/**
 * Lets another person of the shop work on this device, by their own name and password: nobody is signed out for it. The
 * wrong tries count against who is signed in.
 */
export async function joinDevice(
  db: Database,
  actor: Actor,
  cookies: string | null,
  { username, password }: JoinInput,
  now: Date,
): Promise<{ readonly code: string } | { readonly joined: string }> {
  const deviceId = await deviceOf(db, actor.shopId, cookies);
  if (!deviceId) return { code: 'no-device' };
  const proved = await provePassword(db, actor, username, password);
  if ('code' in proved) return proved;
  await grant(db, actor.shopId, deviceId, proved.userId, now);
  return { joined: proved.userId };
}
