/**
 * Makes the reference of the network solver: writes each seeded network as a netlist, has ngspice (Debian's package)
 * solve it, and keeps netlist and node voltages. Run by hand where the networks change: `npx tsx scripts/reference.ts`.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FILAMENT_EXPONENT } from '../src/core/electric/formulas';
import { COLD_RATIO, COLD_SHARE, LEAK_S } from '../src/core/electric';
import { REFERENCE_SEEDS, referenceNetwork } from '../src/core/electric/solve/reference/instances';
import type { NetElement, Network } from '../src/core/electric/netlist/element';

const OUT = 'src/core/electric/solve/reference/voltages.json';
/** Far beyond any voltage here: the curves are level out to it. */
const FAR = 1000;

function line(e: NetElement, i: number): string {
  const ends = `${e.from} ${e.to}`;
  if (e.kind === 'resistor' || e.kind === 'switch') return `R${i} ${ends} ${e.ohm}`;
  const v = `V(${e.from},${e.to})`;
  if (e.kind === 'filament') {
    const cold = (COLD_RATIO * e.ratedA) / e.ratedV;
    return `B${i} ${ends} I = abs(${v}) <= ${COLD_SHARE * e.ratedV} ? ${v}*${cold} : sgn(${v})*${e.ratedA}*pow(abs(${v})/${e.ratedV},${FILAMENT_EXPONENT})`;
  }
  const first = e.points[0];
  const last = e.points.at(-1);
  const points = [
    { v: -FAR, a: first?.a ?? 0 },
    ...e.points,
    ...(last && last.v < FAR ? [{ v: FAR, a: last.a }] : []),
  ];
  return `B${i} ${ends} I = pwl(${v}, ${points.map((p) => `${p.v},${p.a}`).join(', ')})`;
}

function netlist(seed: number, n: Network): string {
  const nodes = [...new Set(n.elements.flatMap((e) => [e.from, e.to]))].filter((x) => !(x in n.fixed));
  return [
    `network ${seed}`,
    'Vbat bat 0 ' + n.fixed.bat,
    'Vbody body 0 0',
    ...n.elements.map(line),
    ...nodes.map((x, i) => `Rleak${i} ${x} 0 ${1 / LEAK_S}`),
    '.options reltol=1e-6 abstol=1e-12 vntol=1e-9 gmin=1e-15 itl1=2000 itl2=2000 numdgt=12',
    '.control',
    'set numdgt=12',
    'op',
    ...nodes.map((x) => `print v(${x})`),
    '.endc',
    '.end',
    '',
  ].join('\n');
}

const folder = mkdtempSync(join(tmpdir(), 'reference-'));
const kept = REFERENCE_SEEDS.flatMap((seed) => {
  const text = netlist(seed, referenceNetwork(seed));
  const file = join(folder, `${seed}.cir`);
  writeFileSync(file, text);
  const run = spawnSync('ngspice', ['-b', file], { encoding: 'utf8' });
  const volts: Record<string, number> = Object.fromEntries(
    [...run.stdout.matchAll(/^v\((\w+)\) = (\S+)$/gm)].map(([, node, v]) => [node ?? '', Number(v)] as const),
  );
  if (Object.keys(volts).length === 0) {
    console.error(`network ${seed}: no solution`, run.stderr.slice(-400));
    return [];
  }
  return [{ seed, netlist: text, volts }];
});
const version =
  /ngspice-\S+/.exec(spawnSync('ngspice', ['--version'], { encoding: 'utf8' }).stdout)?.[0] ?? '';
writeFileSync(OUT, `${JSON.stringify({ by: version, networks: kept }, null, 1)}\n`);
console.log(`${kept.length} of ${REFERENCE_SEEDS.length} networks kept in ${OUT}`);
