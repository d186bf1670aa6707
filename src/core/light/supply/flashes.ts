import { type Circuit, type ControlState, levelOf } from '../../controls';

/** Which circuits of a vehicle flash in a setting, as a short text; empty: none. */
export function flashesIn(circuits: readonly Circuit[]): (state: ControlState) => string {
  const flashing = circuits.filter((c) => c.cases.some((x) => x.level.kind === 'flashing'));
  return (state) => {
    let text = '';
    for (const c of flashing) if (levelOf(c.cases, state).kind === 'flashing') text += `${c.id} `;
    return text;
  };
}
