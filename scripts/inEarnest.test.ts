import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const UNIT = 'docs/in-earnest/yonder-bolt.service';
const unit = readFileSync(UNIT, 'utf8');
const nginx = readFileSync('docs/in-earnest/nginx.conf', 'utf8');

describe('the unit', () => {
  it.each([
    'NoNewPrivileges=yes',
    'CapabilityBoundingSet=',
    'AmbientCapabilities=',
    'ProtectSystem=strict',
    'ProtectHome=yes',
    'PrivateTmp=yes',
    'PrivateDevices=yes',
    'PrivateUsers=yes',
    'ProtectProc=invisible',
    'ProtectClock=yes',
    'ProtectHostname=yes',
    'ProtectControlGroups=yes',
    'ProtectKernelLogs=yes',
    'ProtectKernelModules=yes',
    'ProtectKernelTunables=yes',
    'RestrictNamespaces=yes',
    'RestrictRealtime=yes',
    'RestrictSUIDSGID=yes',
    'RestrictAddressFamilies=AF_INET AF_INET6 AF_UNIX',
    'LockPersonality=yes',
    'RemoveIPC=yes',
    'SystemCallArchitectures=native',
    'SystemCallFilter=@system-service',
    'SystemCallFilter=~@privileged @resources',
    'UMask=0077',
    'IPAddressDeny=any',
    'MemoryMax=4G',
  ])('says %s', (line) => expect(unit.split('\n')).toContain(line));

  it('may write nowhere, its own code among it', () => expect(unit).not.toContain('ReadWritePaths'));

  it.skipIf(!existsSync('/usr/bin/systemd-analyze'))('is exposed by 2.0 at the most', () => {
    const said = spawnSync('systemd-analyze', ['security', '--offline=true', '--no-pager', UNIT], {
      encoding: 'utf8',
    });
    const level = /Overall exposure level for [^:]+: ([\d.]+)/.exec(said.stdout)?.[1];
    expect(Number(level)).toBeLessThanOrEqual(2);
  });
});

describe('the proxy', () => {
  it('lets little through but where files are taken', () => {
    const sizes = [...nginx.matchAll(/location (?:= |~ )?(\S+) \{[^}]*?client_max_body_size (\w+);/g)].map(
      (m) => [m[1], m[2]],
    );
    expect(nginx).toMatch(/^ {2}client_max_body_size 512k;$/m);
    expect(sizes).toEqual([
      ['/api/auth/', '4k'],
      ['/api/photos', '20m'],
      ['/api/ask', '4m'],
      ['^/api/shelf(/csv)?$', '64m'],
      ['/api/first-day/bundle', '4g'],
    ]);
  });
});
