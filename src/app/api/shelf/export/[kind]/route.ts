import Papa from 'papaparse';
import { type ShelfKind, SHELF_KINDS } from '@/core/catalogue';
import { csvColumns, FORMULA, writeCsvRow } from '@/formats/shelf';
import { database } from '@/server/db/connection';
import { answerShop } from '@/server/http';
import { loadShelf, shelfRows } from '@/server/shelf/loadShelf';

/** The shelf as a file: `all.json` the whole of it in the product's own form, `<kind>.csv` one kind. */
export const GET = (request: Request, { params }: { params: Promise<{ kind: string }> }) =>
  answerShop(request, 'shelf', async (shopId) => {
    const name = (await params).kind;
    const file = (type: string, text: string) =>
      new Response(text, {
        headers: {
          'content-type': `${type}; charset=utf-8`,
          'content-disposition': `attachment; filename="shelf-${name}"`,
          'cache-control': 'private, no-store',
        },
      });
    if (name === 'all.json') {
      const shelf = await loadShelf(database(), shopId);
      return file(
        'application/json',
        JSON.stringify({ form: 'yonder-bolt/shelf', version: 1, ...shelf }, null, 1),
      );
    }
    const kind = name.replace(/\.csv$/, '') as ShelfKind;
    if (!SHELF_KINDS.includes(kind)) return new Response(null, { status: 404 });
    const rows = await shelfRows(database(), shopId, kind);
    const columns = [...csvColumns(kind)];
    const text = Papa.unparse(
      { fields: columns, data: rows.map((r) => writeCsvRow(kind, r.body)) as object[] },
      { newline: '\r\n', escapeFormulae: FORMULA },
    );
    return file('text/csv', text);
  });
