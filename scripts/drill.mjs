import { measuring } from './lib/measuring.mjs';
import { main } from './lib/say.mjs';

/** Power cuts and hostile requests by the thousand, on this machine alone. `--help` says what can be chosen. */
await main(() => measuring('scripts/drill.ts'));
