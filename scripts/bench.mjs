import { measuring } from './lib/measuring.mjs';
import { main } from './lib/say.mjs';

/** The benchmarks: a table on the screen and JSON in .local/bench.json. */
await main(() => measuring('scripts/bench.ts'));
