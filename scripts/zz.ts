import { readFileSync } from 'node:fs';
import { indexShelf, shortlist } from '@/core/fitment';
import { factRegistry } from '@/core/vehicle';
const shelf = JSON.parse(readFileSync('demo/shelf.json','utf8'));
const registry = factRegistry(shelf.factKeys); const index = indexShelf(shelf); const packet = index.families.get('orrel-packet')!;
const known = new Map<string,any>([['market@vehicle','ECE'],['model-year@vehicle',2021]]);
for (let k=0;k<60;k++){ const t=performance.now(); shortlist(shelf.applications, packet, ['headlamp.front.left','headlamp.front.right'], index.lamps, ['drl'], {known, registry, profiles: shelf.profiles, parts:new Map()}); if(k%10===0) console.log((performance.now()-t).toFixed(1)); }
