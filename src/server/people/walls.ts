import { eq } from 'drizzle-orm';
import * as yup from 'yup';
import { type ShopWall, withWall } from '@/core/beam/wall';
import type { Actor } from '../access';
import { audit } from '../audit';
import type { Database } from '../db/connection';
import { shop } from '../db/schema';

const figure = (min: number, max: number) =>
  yup
    .number()
    .strict()
    .typeError('wrong-type')
    .min(min, 'out-of-range')
    .max(max, 'out-of-range')
    .required('missing');

/** A wall as somebody measured it. */
export const wallForm = yup
  .object({
    name: yup.string().strict().trim('not-trimmed').max(80, 'too-long').required('missing'),
    distanceMm: figure(500, 200_000),
    floorRisePercent: figure(-10, 10),
    marks: yup
      .array(
        yup
          .object({
            id: yup
              .string()
              .strict()
              .matches(/^[1-6]$/, 'malformed')
              .required('missing'),
            acrossMm: figure(-20_000, 20_000),
            upMm: figure(-1000, 10_000),
          })
          .strict(true)
          .noUnknown(true, 'unknown-field'),
      )
      .required('missing')
      .max(6, 'too-many')
      .test('apart', 'twice', (marks) => new Set(marks?.map((m) => m.id)).size === (marks?.length ?? 0)),
  })
  .strict(true)
  .noUnknown(true, 'unknown-field') as unknown as yup.Schema<ShopWall>;

/** *Setting*: walls that a shop can keep. */
const MOST = 20;

/** Keeps a wall of the shop; one of the same name is replaced, and that is written down. */
export async function saveWall(
  db: Database,
  actor: Actor,
  wall: ShopWall,
): Promise<{ readonly kind: 'saved' } | { readonly code: 'too-many-walls' }> {
  return db.transaction(async (tx) => {
    const [row] = await tx
      .select({ walls: shop.walls })
      .from(shop)
      .where(eq(shop.id, actor.shopId))
      .for('update');
    const before = row?.walls ?? [];
    const walls = withWall(before, wall);
    if (walls.length > MOST) return { code: 'too-many-walls' as const };
    await tx.update(shop).set({ walls }).where(eq(shop.id, actor.shopId));
    await audit(tx, actor.shopId, actor.userId, [
      {
        about: 'settings',
        did: 'wall-kept',
        subject: wall.name,
        before: before.find((w) => w.name === wall.name)?.distanceMm ?? null,
        after: wall.distanceMm,
      },
    ]);
    return { kind: 'saved' as const };
  });
}
