import { bytesOf } from '@/server/bytesOf';
import { writeBundle } from '@/server/bundle/writeBundle';
import { bundlePool } from '@/server/bundle/bundleLine';
import { answerShop } from '@/server/http';

/** The whole shop as one file, written while it is read. For leads, and for programs with a key for it. */
export const GET = (request: Request) =>
  answerShop(
    request,
    'bundle',
    async (shopId) => {
      const now = new Date();
      // Had before anything is answered: a second one at the same time is told to come again.
      const client = await bundlePool().connect();
      const bundle = bytesOf(writeBundle(client, shopId, now));
      const name = `shop-${now.toISOString().slice(0, 10)}.tar.gz`;
      return new Response(bundle, {
        headers: {
          'content-type': 'application/gzip',
          'content-disposition': `attachment; filename="${name}"`,
          'cache-control': 'private, no-store',
        },
      });
    },
    { needs: 'manage-shop' },
  );

export const dynamic = 'force-dynamic';
