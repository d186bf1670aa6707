/** Answers a case on the command line: JSON on standard output, what is wrong with a status of 1. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { answer } from '@/core/ask';
import { readCase } from '@/formats/ask';
import { readShelfFile } from '@/formats/shelf';
import { EMPTY_SHELF, type Shelf } from '@/core/catalogue';

const USAGE = `npm run --silent ask -- case.json [--pretty]
  An answer may take ASK_SECONDS (60) and ASK_MEGABYTES (1024); what was answered until then is printed.
  case.json  a case as docs/formats/case.md has it; - reads it from standard input`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { help: { type: 'boolean' }, pretty: { type: 'boolean' } },
});
const say = (of: object) => console.log(JSON.stringify(of, null, values.pretty ? 2 : undefined));

class Unread extends Error {}

function textOf(file: string): string {
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch {
    throw new Unread(`${file} cannot be read`);
  }
}

/** The shelf file that a case names, beside it. */
const shelfBeside =
  (caseFile: string) =>
  (file: string | undefined): Shelf => {
    if (file === undefined) return EMPTY_SHELF;
    const read = readShelfFile(textOf(path.resolve(caseFile === '-' ? '.' : path.dirname(caseFile), file)));
    if (read.kind === 'shelf') return read.rows;
    throw new Unread(`${file} is no shelf: ${JSON.stringify(read.faults.slice(0, 5))}`);
  };

const [file] = positionals;
if (values.help || file === undefined || positionals.length > 1) {
  console.error(USAGE);
  process.exitCode = values.help ? 0 : 2;
} else
  try {
    const read = readCase(textOf(file), shelfBeside(file));
    if (read.kind === 'case') process.send?.({ asks: read.case.ask });
    const answered =
      read.kind === 'case'
        ? answer(read.case, (kind, found) => process.send?.({ kind, answer: found }))
        : read;
    if (answered.kind === 'faults') {
      say({ form: 'yonder-bolt/answer', version: 1, faults: answered.faults });
      process.exitCode = 1;
    } else
      say({
        form: 'yonder-bolt/answer',
        version: 1,
        answers: answered.answers,
        taken: read.kind === 'case' ? read.taken : {},
      });
  } catch (error) {
    if (!(error instanceof Unread)) throw error;
    console.error(error.message);
    process.exitCode = 2;
  }
