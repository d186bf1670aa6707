import { measuring } from './lib/measuring.mjs';
import { main } from './lib/say.mjs';

/** A day's rush of many technicians: a table on the screen and JSON in .local/load.json. `--help` says what can be chosen. */
await main(() => measuring('scripts/load.ts'));
