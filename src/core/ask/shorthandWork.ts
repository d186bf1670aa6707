import type { OrderTask } from '../work/leastOrder';
import type { CaseWork } from './case';

/** *Settings*: what it costs to take another tool, and to go to another place, minutes, where a case does not say. */
const TOOL_CHANGE_MIN = 0.5;
const ZONE_CHANGE_MIN = 1;

/** Free steps of a case with everything that was left out put in. */
export const fullTask = (w: CaseWork): OrderTask => ({
  steps: w.steps.map((s) => ({ tool: '', zone: '', after: [], needs: {}, ...s })),
  moves: w.moves ?? [],
  start: { tool: '', zone: '', states: {}, ...w.start },
  ...(w.end ? { end: w.end } : {}),
  toolChangeMin: w.toolChangeMin ?? TOOL_CHANGE_MIN,
  zoneChangeMin: w.zoneChangeMin ?? ZONE_CHANGE_MIN,
});
