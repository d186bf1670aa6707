import { writeFileSync } from 'node:fs';
import { PUBLISHED, publishedTypes } from './lib/publishedTypes.mjs';
import { main } from './lib/say.mjs';

/** Writes the types of the published shelf schema anew, or prints them: run it after the schema has changed. */
await main(async () => {
  const text = await publishedTypes();
  if (process.argv.includes('--print')) process.stdout.write(text);
  else writeFileSync(PUBLISHED, text);
});
