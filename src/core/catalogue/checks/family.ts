import { everyPlug } from '../../harness/everyPlug';
import { readPrinted, wireText } from '../../harness/wireCode';
import { programFaults } from '../../light/program/check';
import { endsOf } from '../../light/program/types';
import { predicatesOf, predicateTest } from '../../rule';
import { positionKey } from '../../vehicle';
import type { Family } from '../rows/family';
import type { Checking } from './context';
import { feedFaults } from './feeds';
import { isConjunction } from './rule';

/** Names that mean something else where a circuit is named. */
const RESERVED = new Set(['ground', 'body', 'battery', 'always', 'none']);

/**
 * Checks a vehicle line: places and circuits once, facts that are defined with values of their domain, what follows
 * from what is known, plugs whose cavities and circuits exist and that have a way back for the current.
 */
export function checkFamily(at: string, family: Family, on: Checking): void {
  const places = new Set<string>();
  family.places.forEach((place, j) => {
    const key = positionKey(place.position);
    if (places.has(key)) on.fault(`${at}/places/${j}/position`, 'position-twice', { position: key });
    places.add(key);
    if (place.factory)
      on.take(
        programFaults(
          `${at}/places/${j}/factory/program`,
          place.factory.program,
          place.functions.map((f) => f.does),
        ),
      );
    place.functions.forEach((f, k) => f.when && on.rule(`${at}/places/${j}/functions/${k}/when`, f.when));
  });
  const share = family.flasher && endsOf(family.flasher.onShare);
  if (share && (share.from <= 0 || share.to >= 1))
    on.fault(`${at}/flasher/onShare`, 'flasher-share', { share: share.to });
  const rate = family.flasher && endsOf(family.flasher.perMinute);
  if (rate && rate.from <= 0)
    on.fault(`${at}/flasher/perMinute`, 'range-backwards', { from: 0, to: rate.to });
  family.priors?.forEach((p, j) => {
    if (on.fact(`${at}/priors/${j}/fact`, p.fact))
      p.typical.forEach((v, k) => on.value(`${at}/priors/${j}/typical/${k}/value`, p.fact, v.value));
  });
  family.derives?.forEach((d, j) => {
    const here = `${at}/derives/${j}`;
    if (on.fact(`${here}/fact`, d.fact)) on.value(`${here}/value`, d.fact, d.value);
    on.rule(`${here}/when`, d.when, true);
    if (!isConjunction(d.when)) on.fault(`${here}/when`, 'derived-needs-tests', { fact: d.fact });
    for (const p of predicatesOf(d.when))
      if (family.derives?.some((x) => x.fact === predicateTest(p).fact))
        on.fault(`${here}/when`, 'derived-from-derived', { fact: d.fact, from: predicateTest(p).fact });
    d.at?.forEach((place, k) => {
      if (!places.has(place)) on.fault(`${here}/at/${k}`, 'no-such-row', { kind: 'position', id: place });
    });
  });
  family.assumes.forEach((a, j) => {
    if (on.fact(`${at}/assumes/${j}/fact`, a.fact)) on.value(`${at}/assumes/${j}/value`, a.fact, a.value);
  });
  checkWiring(at, family, places, on);
}

function checkWiring(at: string, family: Family, places: ReadonlySet<string>, on: Checking): void {
  const known = family.circuits ?? [];
  const plugs = family.plugs ?? [];
  const circuits = new Set(known.map((c) => c.id));
  on.once(
    `${at}/circuits`,
    known.map((c) => c.id),
  );
  on.once(
    `${at}/plugs`,
    everyPlug(family).map((p) => `${positionKey(p.position)} ${p.id}`),
  );
  known.forEach((c, j) => {
    on.cases(`${at}/circuits/${j}/cases`, c.cases);
    // A plus in a name is what a converter makes of two circuits.
    if (RESERVED.has(c.id) || c.id.includes('+'))
      on.fault(`${at}/circuits/${j}/id`, 'circuit-reserved', { circuit: c.id });
    if (c.between && (c.between.circuit === c.id || !circuits.has(c.between.circuit)))
      on.fault(`${at}/circuits/${j}/between/circuit`, 'no-such-circuit', { circuit: c.between.circuit });
  });
  on.take(feedFaults(at, family, on.cases));
  const grounding = new Set(known.flatMap((c) => (c.switched === 'ground' ? [c.id] : [])));
  const returns = (c: { readonly circuit: string | null }) =>
    c.circuit === 'ground' || (c.circuit !== null && grounding.has(c.circuit));
  plugs.forEach((plug, j) => {
    const here = `${at}/plugs/${j}`;
    if (plug.when) on.rule(`${here}/when`, plug.when);
    const place = positionKey(plug.position);
    if (!places.has(place)) on.fault(`${here}/position`, 'no-such-position', { position: place });
    if (plug.also && (positionKey(plug.also) === place || !places.has(positionKey(plug.also))))
      on.fault(`${here}/also`, 'no-such-position', { position: positionKey(plug.also) });
    on.cavities(
      here,
      plug.connector,
      plug.cavities.map((c) => c.cavity),
    );
    on.half(here, plug.connector, 'vehicle');
    plug.cavities.forEach((c, k) => {
      if (c.circuit !== null && c.circuit !== 'ground' && !circuits.has(c.circuit))
        on.fault(`${here}/cavities/${k}/circuit`, 'no-such-circuit', { circuit: c.circuit });
      const { base, stripe, printed } = c.wire ?? {};
      if (printed === undefined) return;
      const read = readPrinted(printed, family.wireCodes);
      const wire = [base, stripe].filter(Boolean).join('/');
      if (!read) on.fault(`${here}/cavities/${k}/wire/printed`, 'wire-code-unread', { printed });
      else if (read.base !== base || read.stripe !== stripe)
        on.fault(`${here}/cavities/${k}/wire/printed`, 'wire-code-differs', {
          printed,
          means: wireText(read),
          wire,
        });
    });
    const screwed = plugs.some(
      (p) =>
        positionKey(p.position) === place &&
        on.halves.get(p.connector)?.kind === 'ring' &&
        p.cavities.some((c) => c.circuit === 'ground'),
    );
    if (!screwed && !plug.cavities.some(returns))
      on.fault(`${here}/cavities`, 'plug-without-ground', { plug: plug.id });
  });
}
