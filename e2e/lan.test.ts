import { once } from 'node:events';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { createServer } from 'node:http';
import { get } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { certificates, qr, tlsBefore, trustPage } from '../scripts/lib/lan.mjs';

const folder = mkdtempSync(path.join(tmpdir(), 'yonder-lan-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What a client that trusts an authority gets. */
const asked = (port: number, ca: string | undefined, host = '127.0.0.1') =>
  new Promise<{ status: number; body: string }>((resolve, reject) => {
    get({ host, port, path: '/x?y=1', ...(ca ? { ca } : {}) }, (res) => {
      let body = '';
      res.on('data', (piece) => (body += String(piece)));
      res.on('end', () => resolve({ status: res.statusCode ?? 0, body }));
    }).on('error', reject);
  });

describe('the workshop’s own network', () => {
  it('whoever trusts the authority reaches the application by TLS; nobody else does', async () => {
    const inner = createServer((req, res) => {
      res.end(`${req.url} ${String(req.headers['x-forwarded-proto'])} ${String(req.headers.host)}`);
    }).listen(0, '127.0.0.1');
    await once(inner, 'listening');
    const made = certificates(folder, ['127.0.0.1']);
    const outer = await tlsBefore(made, 0, (inner.address() as AddressInfo).port);
    const { port } = outer.address() as AddressInfo;
    expect(await asked(port, made.ca)).toEqual({ status: 200, body: `/x?y=1 https 127.0.0.1:${port}` });
    await expect(asked(port, undefined)).rejects.toThrow();
    inner.close();
    inner.closeAllConnections();
    // The application is gone: that is said, and nothing hangs.
    expect((await asked(port, made.ca)).status).toBe(502);
    outer.close();
    outer.closeAllConnections();
  });

  it('the authority stays, its key is nobody else’s, and another address gets a certificate of its own', () => {
    const first = certificates(folder, ['127.0.0.1']);
    expect(certificates(folder, ['127.0.0.1'])).toEqual(first);
    const other = certificates(folder, ['192.0.2.7']);
    expect([other.ca === first.ca, other.cert === first.cert]).toEqual([true, false]);
    expect(statSync(folder).mode & 0o077).toBe(0);
  });

  it('the trust step gives the certificate and says what to do with it', async () => {
    const { ca } = certificates(folder, ['127.0.0.1']);
    const page = await trustPage(ca, 0, 'https://192.0.2.7:4411');
    const at = `http://127.0.0.1:${(page.address() as AddressInfo).port}`;
    expect(await (await fetch(`${at}/yonder-bolt-ca.crt`)).text()).toBe(ca);
    expect(await (await fetch(at)).text()).toContain('https://192.0.2.7:4411/bay');
    expect((await qr(at)).length).toBeGreaterThan(200);
    page.close();
    page.closeAllConnections();
  });
});
