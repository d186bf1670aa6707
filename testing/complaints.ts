import { afterEach } from 'vitest';
import { printed } from './printed';

/** *Setting*: of what an application printed, the last so many characters are shown. */
const SHOWN = 6_000;

// A test that only finds an empty page cannot say why the server broke: its log can.
afterEach(({ task }) => {
  if (task.result?.state !== 'fail') return;
  for (const say of printed) {
    const text = say().trim().slice(-SHOWN);
    if (text) process.stderr.write(`“${task.name}” failed; the application had said:\n${text}\n`);
  }
});
