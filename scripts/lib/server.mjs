import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { Stop } from './say.mjs';

/** Refuses in one sentence when the port is taken. */
export function demandPort(port, host) {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', (e) =>
      reject(
        new Stop(
          e.code === 'EADDRINUSE'
            ? `Port ${port} is in use. Stop the program that has it, or choose another: PORT=${port + 1} npm run …`
            : `Cannot listen on ${host}:${port}: ${e.message}`,
        ),
      ),
    );
    probe.listen(port, host, () => probe.close(() => resolve()));
  });
}

/** Starts the built application, with as many processes as WORKERS says: one a core by default. */
export function startApp({ port, host, env, stdio = 'inherit' }) {
  const args = ['scripts/serve.mjs', host, String(port)];
  return spawn(process.execPath, args, {
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1', ...env },
    stdio,
  });
}

/** Waits until the application answers, or has ended. */
export async function answers(url, child) {
  const until = Date.now() + 60_000;
  while (Date.now() < until) {
    if (child.exitCode !== null) throw new Stop('The application ended while starting: see the lines above.');
    try {
      // Read to its end: an answer that nobody reads holds up whoever wants to end the application.
      await (await fetch(url, { redirect: 'manual', headers: { connection: 'close' } })).arrayBuffer();
      return;
    } catch {
      await new Promise((r) => setTimeout(r, 100));
    }
  }
  throw new Stop(`The application did not answer at ${url} within a minute.`);
}
