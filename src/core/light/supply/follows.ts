import type { LampFunction } from '../../vehicle';

/** Functions that have no input of their own and are lit with another inside the lamp. */
export const FOLLOWS: Partial<Record<LampFunction, LampFunction>> = {
  'side-marker': 'position',
  'licence-plate': 'tail',
  clearance: 'tail',
  identification: 'tail',
};
