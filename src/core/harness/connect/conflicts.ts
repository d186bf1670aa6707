import { worksOn } from '../../electric/formulas';
import { type Difference, stateText } from '../../controls';
import { compareText, type Reason, reason } from '../../kernel/reason';
import type { Joint, Joints } from './joints';
import { isFed, type MappedInput, needsOf, type PinMapInput } from './mapTypes';
import type { LampPlug } from '../types';

const familyOf = (m: PinMapInput, connector: string) => m.connector(connector)?.family ?? connector;

/** What is wrong, or to be looked at, about whole plugs. */
export function plugConflicts(
  m: PinMapInput,
  plugs: readonly LampPlug[],
  { joints, left }: Joints,
): readonly Reason[] {
  const found: Reason[] = [];
  for (const lamp of plugs) {
    const joint = joints.find((j) => j.lamp.id === lamp.id);
    if (!joint) {
      if (lamp.inputs.some((i) => i.does !== 'mode'))
        found.push(reason('plug-unmated', { plug: lamp.id, connector: familyOf(m, lamp.connector) }));
      continue;
    }
    if (joint.how === 'unlocked') found.push(reason('latch-mirrored', { plug: lamp.id }));
    if (joint.how === 'reversible') found.push(reason('plug-reversible', { plug: lamp.id }));
    if (joint.how === 'turned') found.push(reason('plug-turned', { plug: lamp.id }));
    if (joint.how === 'jointed') found.push(reason('plug-jointed', { plug: lamp.id }));
    if (joint.how === 'screwed') found.push(reason('ground-screwed', { plug: lamp.id }));
    if (lamp.joinFirst) found.push(reason('plug-first', { plug: lamp.id }));
  }
  for (const plug of [...left].sort((a, b) => compareText(a.id, b.id)))
    found.push(reason('plug-left-over', { plug: plug.id, connector: familyOf(m, plug.connector) }));
  return found;
}

/** What is wrong about one input: function, polarity, ground, pulsing, the switched leg. */
export function inputConflicts(
  m: PinMapInput,
  i: MappedInput,
  all: readonly MappedInput[],
  joints: readonly Joint[],
): readonly Reason[] {
  const facts = { plug: i.plug, cavity: i.cavity, input: i.input.does };
  const circuit = i.from?.circuit ?? null;
  // A loop belongs between two of the lamp's own cavities: a wire of the vehicle in it is none of its business.
  if (i.input.does === 'mode') return circuit === null ? [] : [reason('mode-on-live', { ...facts, circuit })];
  const found: Reason[] = [];
  if (i.input.does === 'ground') {
    if (circuit === null) found.push(reason('ground-missing', facts));
    else if (circuit !== 'ground' && !isFed(i.verdict))
      found.push(
        // A return that is switched is no supply: the plug is the right way round, and what its function lacks is said there.
        m.circuit(circuit)?.switched === 'ground'
          ? reason('ground-switched', { ...facts, circuit })
          : reason(polarPlug(i, all) ? 'polarity' : 'ground-on-function', { ...facts, circuit }),
      );
    return found;
  }
  if (circuit === 'ground')
    found.push(reason(i.input.polar ? 'polarity' : 'input-on-ground', { ...facts, circuit }));
  else if (circuit !== null) {
    const row = m.circuit(circuit);
    if (i.differing.length > 0)
      found.push(
        reason(onlyPulsed(i.differing) ? 'pulsed-into-steady' : 'wrong-function', {
          ...facts,
          circuit,
          states: i.differing.length,
          state: i.differing[0] ? stateText(i.differing[0].state) : '',
        }),
      );
    if (i.varies.length > 0)
      found.push(
        reason('need-varies', {
          ...facts,
          circuit,
          states: i.varies.length,
          state: i.varies[0] ? stateText(i.varies[0].state) : '',
        }),
      );
    if (needsOf(m.side, i.input) === null) found.push(reason('need-open', { ...facts, circuit }));
    const joined = joints.some((j) => j.lamp.id === i.plug);
    if (row?.switched === 'ground' && joined) found.push(reason('ground-switched', { ...facts, circuit }));
    if (row?.monitoring.kind === 'test-pulses' && joined)
      found.push(reason('test-pulses', { ...facts, circuit }));
    if (row?.cases.some((c) => c.level.kind === 'data') && joined)
      found.push(reason('data-circuit', { ...facts, circuit }));
  }
  return found;
}

const polarPlug = (i: MappedInput, all: readonly MappedInput[]) =>
  all.some((x) => x.plug === i.plug && x.input.does !== 'ground' && x.input.polar);
const onlyPulsed = (list: readonly Difference[]) =>
  list.every((d) => d.has.kind === 'pulsed' && d.needs.kind === 'on');

/** Whether the lamp bears the vehicle's system; nothing is said while the system is not known. */
export function voltageConflicts(m: PinMapInput): readonly Reason[] {
  if (m.systemV === null || worksOn(m.systemV, m.lampMinV, m.lampMaxV)) return [];
  return [reason('voltage', { systemV: m.systemV, minV: m.lampMinV, maxV: m.lampMaxV })];
}
