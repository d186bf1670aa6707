import { parentPort } from 'node:worker_threads';
import { lintShelf } from '@/core/catalogue/lint';
import { askShop } from '../ask/askShop';
import { openDatabase, type OpenedDatabase } from '../db/connection';
import { importCsv } from '../shelf/importCsv';
import { importShelf } from '../shelf/importShelf';
import { loadShelf } from '../shelf/loadShelf';
import type { HeavyOrder, HeavyWord } from './tasks';

/** Heavy work in a thread of its own, with connections of its own: one piece after another, as it is told. */
const say = (word: HeavyWord) => parentPort?.postMessage(word);
const progress = (at: unknown) => say({ kind: 'progress', at });

async function onDatabase<T>(work: (opened: OpenedDatabase) => Promise<T>): Promise<T> {
  const opened = openDatabase(process.env.DATABASE_URL ?? '', 2);
  try {
    return await work(opened);
  } finally {
    await opened.pool.end();
  }
}

async function carryOut(order: HeavyOrder): Promise<unknown> {
  switch (order.name) {
    case 'import-shelf': {
      const { shopId, by, bytes } = order.input;
      return onDatabase(({ db }) => importShelf(db, shopId, by, new TextDecoder().decode(bytes)));
    }
    case 'import-csv': {
      const { shopId, by, kind, bytes } = order.input;
      const text = new TextDecoder().decode(bytes);
      return onDatabase(({ db }) => importCsv(db, shopId, by, kind, text, (lines) => progress({ lines })));
    }
    case 'lint-shelf':
      return onDatabase(async ({ db }) => {
        const shelf = await loadShelf(db, order.input.shopId);
        const steps = lintShelf(shelf);
        for (;;) {
          const step = steps.next();
          if (step.done) return step.value;
          progress({ done: step.value, all: shelf.applications.length });
        }
      });
    case 'ask':
      return onDatabase(({ db }) => askShop(db, order.input.shopId, order.input.text));
    case 'removal-pdf': {
      const { removalPdf } = await import('../sheets/removalPdf');
      const { doc, photos, names, origin, locale } = order.input;
      return new Uint8Array(await removalPdf(doc, photos, names, origin, locale));
    }
    case 'quote-pdf': {
      const { quotePdf } = await import('../sheets/quotePdf');
      return new Uint8Array(await quotePdf(order.input.doc, order.input.locale));
    }
    case 'wall-pdf': {
      const { wallPdf } = await import('../sheets/wallPdf');
      return new Uint8Array(await wallPdf(order.input.doc, order.input.locale));
    }
    case 'marks-pdf': {
      const { marksPdf } = await import('../sheets/marksPdf');
      return new Uint8Array(await marksPdf(order.input.locale));
    }
    case 'harness-pdf': {
      const { harnessPdf } = await import('../sheets/harnessPdf');
      return new Uint8Array(await harnessPdf(order.input.doc, order.input.locale));
    }
  }
}

parentPort?.on('message', (order: HeavyOrder) => {
  carryOut(order).then(
    (output) => say({ kind: 'done', output }),
    (error: unknown) => say({ kind: 'broken', error }),
  );
});
