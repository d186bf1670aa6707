/**
 * Serves the built application with as many processes as WORKERS says, on one port. One that dies is started anew;
 * SIGTERM, SIGINT and SIGHUP end all of them once they have answered what they were asked.
 */
import cluster from 'node:cluster';
import { availableParallelism } from 'node:os';
import { AggregatorRegistry } from 'prom-client';
import { deathWatch } from './lib/deaths.mjs';

/** *Settings*: how long a process may take to end, ms; so many deaths before an answer, in so long, are borne. */
const END_MS = 30_000;
const DEATHS = 10;
const DEATHS_MS = 60_000;

const [host, port] = process.argv.slice(2);
const wanted = Number(process.env.WORKERS ?? '');
const count = Number.isInteger(wanted) && wanted > 0 ? Math.min(wanted, 64) : availableParallelism();

// Each process takes its connections itself: one that is killed takes none along that nobody would ever answer, as those do
// that are handed over by the first and were not taken yet.
cluster.schedulingPolicy = cluster.SCHED_NONE;
// Room for what a request needs and drops at once: else much of it is carried on as if it were kept.
cluster.setupPrimary({ exec: '.next/door.mjs', args: [host, port], execArgv: ['--max-semi-space-size=64'] });
const registry = new AggregatorRegistry();
let ending = false;
const deaths = deathWatch(DEATHS, DEATHS_MS);

cluster.on('listening', (worker) => deaths.answers(worker.id));

cluster.on('message', (worker, message) => {
  if (message?.type !== 'yonder:metrics') return;
  const answer = (more) =>
    worker.isConnected() && worker.send({ type: message.type, id: message.id, ...more });
  registry.clusterMetrics().then(
    (text) => answer({ text }),
    () => answer({}),
  );
});

cluster.on('exit', (worker, code, signal) => {
  if (ending) {
    if (Object.keys(cluster.workers).length === 0) process.exit();
    return;
  }
  console.error(`A process of the application ended (${signal ?? code}).`);
  if (deaths.worthAStart(worker.id, Date.now())) cluster.fork();
  else end(1);
});

function end(code) {
  if (ending) return;
  ending = true;
  process.exitCode = code;
  const workers = Object.values(cluster.workers);
  if (workers.length === 0) process.exit();
  for (const worker of workers) worker.process.kill('SIGTERM');
  setTimeout(() => workers.forEach((worker) => worker.process.kill('SIGKILL')), END_MS).unref();
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => end(0));

for (let i = 0; i < count; i += 1) cluster.fork();
