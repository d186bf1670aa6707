import { execFileSync } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer as createHttp, request } from 'node:http';
import { createServer as createHttps } from 'node:https';
import { networkInterfaces } from 'node:os';
import path from 'node:path';
import QRCode from 'qrcode';

/** Days that the authority and the server's certificate are good for; browsers take no longer one of a server. */
const AUTHORITY_DAYS = 3650;
const SERVER_DAYS = 397;
/** A certificate that ends sooner is made anew. */
const LEFT_DAYS = 30;

/** Addresses of this machine in its networks, IPv4. */
export const lanAddresses = () =>
  Object.values(networkInterfaces())
    .flat()
    .flatMap((a) => (a && a.family === 'IPv4' && !a.internal ? [a.address] : []));

const openssl = (...args) => execFileSync('openssl', args, { stdio: ['ignore', 'ignore', 'pipe'] });

/**
 * A certificate authority of this installation alone, and a certificate by it for some addresses. The authority stays, so
 * that a tablet trusts it once; its key never leaves the folder.
 * @returns {{ ca: string, key: string, cert: string }} PEM texts
 */
export function certificates(folder, addresses) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const at = (name) => path.join(folder, name);
  if (!existsSync(at('ca.crt')) || !existsSync(at('ca.key')))
    openssl(
      ...['req', '-x509', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:P-256', '-nodes'],
      ...['-keyout', at('ca.key'), '-out', at('ca.crt'), '-days', String(AUTHORITY_DAYS)],
      ...['-subj', '/CN=Yonder Bolt on this network'],
      ...['-addext', 'basicConstraints=critical,CA:TRUE,pathlen:0'],
      ...['-addext', 'keyUsage=critical,keyCertSign,cRLSign'],
    );
  const names = ['localhost', '127.0.0.1', ...addresses];
  if (!stillGood(at('server.crt'), names)) {
    const san = names.map((n) => `${/^[\d.]+$/.test(n) ? 'IP' : 'DNS'}:${n}`).join(',');
    writeFileSync(
      at('server.ext'),
      `subjectAltName=${san}\nbasicConstraints=CA:FALSE\nextendedKeyUsage=serverAuth\nkeyUsage=critical,digitalSignature\n`,
    );
    openssl(
      ...['req', '-new', '-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:P-256', '-nodes'],
      ...['-keyout', at('server.key'), '-out', at('server.csr'), '-subj', `/CN=${names.at(-1)}`],
    );
    openssl(
      ...['x509', '-req', '-in', at('server.csr'), '-CA', at('ca.crt'), '-CAkey', at('ca.key')],
      ...['-CAcreateserial', '-out', at('server.crt'), '-days', String(SERVER_DAYS)],
      ...['-extfile', at('server.ext')],
    );
  }
  const read = (name) => readFileSync(at(name), 'utf8');
  return { ca: read('ca.crt'), key: read('server.key'), cert: read('server.crt') };
}

function stillGood(file, names) {
  if (!existsSync(file)) return false;
  const cert = new X509Certificate(readFileSync(file));
  const left = (Date.parse(cert.validTo) - Date.now()) / 86_400_000;
  return left > LEFT_DAYS && names.every((n) => (/^[\d.]+$/.test(n) ? cert.checkIP(n) : cert.checkHost(n)));
}

/** Ends TLS and passes everything on to the application, streams among it. */
export function tlsBefore({ key, cert }, port, to) {
  const server = createHttps({ key, cert }, (req, res) => {
    const passed = request(
      {
        host: '127.0.0.1',
        port: to,
        method: req.method,
        path: req.url,
        headers: {
          ...req.headers,
          'x-forwarded-proto': 'https',
          'x-forwarded-for': req.socket.remoteAddress ?? '',
        },
      },
      (answer) => {
        res.writeHead(answer.statusCode ?? 502, answer.headers);
        answer.pipe(res);
      },
    );
    passed.on('error', () => {
      if (!res.headersSent) res.writeHead(502);
      res.end();
    });
    res.on('close', () => passed.destroy());
    req.pipe(passed);
  });
  return listening(server, port);
}

/** The page on which a tablet gets the authority, by plain HTTP: it cannot trust it yet. */
export function trustPage(ca, port, address) {
  const server = createHttp((req, res) => {
    if (req.url === '/yonder-bolt-ca.crt') {
      res.writeHead(200, {
        'content-type': 'application/x-x509-ca-cert',
        'content-disposition': 'attachment; filename="yonder-bolt-ca.crt"',
      });
      return res.end(ca);
    }
    res.writeHead(200, { 'content-type': 'text/html; charset=utf-8' });
    return res.end(trustHtml(address));
  });
  return listening(server, port);
}

const listening = (server, port) =>
  new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '0.0.0.0', () => resolve(server));
  });

const trustHtml = (address) => `<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1">
<title>Trust this network's Yonder Bolt</title>
<style>body{font:18px/1.5 system-ui,sans-serif;max-width:38rem;margin:2rem auto;padding:0 1rem;background:#f6f3ea;color:#22262b}
a.get{display:inline-block;padding:.8rem 1.2rem;background:#22262b;color:#f6f3ea;font-weight:700;text-decoration:none;border-radius:3px}</style>
<h1>Once on this tablet</h1>
<p>The bay view works without a network only where the browser trusts the address. This installation has a certificate authority of its own: it is good for this network alone.</p>
<p><a class="get" href="/yonder-bolt-ca.crt">1. Get the certificate</a></p>
<p><b>2. Trust it.</b> Android: Settings, Security, Encryption and credentials, Install a certificate, CA certificate. iPad and iPhone: Settings, Profile Downloaded, Install; then General, About, Certificate Trust Settings, switch it on. Desktop: double-click it and put it into the trusted authorities.</p>
<p><b>3.</b> Open <a href="${address}/bay">${address}/bay</a>, sign in once, and add it to the home screen.</p>
<p>Take it off the same way when the tablet leaves the workshop.</p>
</html>`;

/** A QR code for a terminal. */
export const qr = (text) => QRCode.toString(text, { type: 'terminal', small: true });
