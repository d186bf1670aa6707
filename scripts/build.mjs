import { ensureBuild } from './lib/build.mjs';
import { main } from './lib/say.mjs';

/** Builds the application unless the present build is of these very sources. */
await main(ensureBuild);
