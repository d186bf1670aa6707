import { existsSync, rmSync } from 'node:fs';
import { ensureBuild } from './lib/build.mjs';
import { ensureDebianPackages, ensureNpmPackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { main, run, step } from './lib/say.mjs';
import { keptSecret } from './lib/secret.mjs';
import { answers, demandPort, startApp } from './lib/server.mjs';

const FOLDER = '.local/demo';
const LAN_FOLDER = '.local/lan';

/** Reached by tablets in the workshop's own network, by TLS of this machine's own authority. */
async function lanOf(port) {
  await ensureDebianPackages(['openssl'], () => existsSync('/usr/bin/openssl'));
  const { certificates, lanAddresses, qr, tlsBefore, trustPage } = await import('./lib/lan.mjs');
  const addresses = lanAddresses();
  const [secure, trust] = [port + 1, port + 2];
  const first = addresses[0] ?? '127.0.0.1';
  const address = `https://${first}:${secure}`;
  const made = certificates(LAN_FOLDER, addresses);
  const page = `http://${first}:${trust}/`;
  return {
    address,
    words: `Once on each tablet, trust this installation: scan, get the certificate, install it.\n\n${await qr(page)}\n${page}\n\nThen open ${address}/bay`,
    open: () => Promise.all([tlsBefore(made, secure, port), trustPage(made.ca, trust, address)]),
  };
}

await main(async () => {
  const port = Number(process.env.PORT ?? 4410);
  const host = process.env.HOST ?? '127.0.0.1';
  await demandPort(port, host);
  await ensureNpmPackages();
  if (process.argv.includes('--fresh')) {
    // A cluster that still runs would write into the folder while it is removed.
    try {
      (await startCluster(FOLDER)).stop();
    } catch {
      // Half made: there is nothing to stop.
    }
    rmSync(FOLDER, { recursive: true, force: true });
  }
  const cluster = await startCluster(FOLDER);
  let child;
  const servers = [];
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    child?.kill('SIGTERM');
    for (const s of servers) {
      s.close();
      s.closeAllConnections();
    }
    cluster.stop();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  try {
    const lan = process.argv.includes('--lan') ? await lanOf(port) : null;
    const env = {
      DATABASE_URL: cluster.url('postgres'),
      AUTH_SECRET: keptSecret('.local/secret'),
      // Behind our own TLS: cookies are secure, and who calls is told by it.
      ...(lan ? { PUBLIC_URL: lan.address, TRUST_PROXY: '1' } : {}),
    };
    // The shop needs the database and no build.
    const [signIns] = await Promise.all([
      step('Preparing the demo shop', () =>
        run(process.execPath, ['--import', 'tsx', 'demo/main.ts', `${FOLDER}/sign-ins.json`], {
          env: { ...process.env, ...env },
        }),
      ),
      ensureBuild(),
    ]);
    child = startApp({
      port,
      host,
      // One visitor waits longer for a server that warms up than for a first page that is cold.
      env: { ...env, LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn', WARM: process.env.WARM ?? '0' },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    await answers(`http://${host}:${port}/sign-in`, child);
    if (lan) servers.push(...(await lan.open()));
    console.log(
      `\nYonder Bolt is at  ${lan ? lan.address : `http://${host}:${port}`}\n\n${lan ? `${lan.words}\n\n` : ''}${signIns.trim()}\n\nCtrl-C stops everything; the data stays. Start over with: npm run demo -- --fresh`,
    );
    await new Promise((resolve) => child.once('exit', resolve));
  } finally {
    stop();
  }
});
