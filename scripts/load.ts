/** Many technicians at once on a made-up shop of this machine: how long entries and pages take, and what fails. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { HELP, loadOptions } from './load/options';
import { loadReport, runLoad } from './load/run';

const options = loadOptions(process.argv.slice(2));
if (options === 'help') console.log(HELP);
else {
  const result = await runLoad(options);
  mkdirSync('.local', { recursive: true });
  writeFileSync('.local/load.json', JSON.stringify({ options, ...result }, null, 2));
  process.stdout.write(loadReport(result));
  if (result.errors.length > 0) process.exitCode = 1;
}
