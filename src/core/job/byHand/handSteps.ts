import { weakMapMemoize } from 'reselect';
import type { Step, StepSheet } from '../../work';
import type { End, PositionRole } from '../../vehicle';
import type { BodyOf, Stored } from '../events';

type Added = Stored<BodyOf<'step-added'>>;

/** Ids of steps that only one job has. */
const PREFIX = 'own-';
/** Whether a step was written down at the vehicle. */
export const isAddedStep = (step: string): boolean => step.startsWith(PREFIX);

/**
 * The sheet of a swap with the steps that were written down at the vehicle: they come after the sheet's own, each
 * after the one before it, and go back in reverse. The same sheet for the same steps.
 * @param sheet of the shelf; null: it has none for these lamps, and the steps are all there is
 */
export const withAddedSteps = weakMapMemoize(
  (
    swap: string,
    role: PositionRole,
    end: End,
    family: string,
    sheet: StepSheet | null,
    ...added: readonly Added[]
  ): StepSheet | null => {
    if (added.length === 0) return sheet;
    const steps = [...(sheet?.steps ?? []), ...added.map((e, i) => handStep(e, added[i - 1]))];
    return sheet
      ? { ...sheet, steps }
      : { id: `own/${swap}`, families: [family], role, end, name: { und: '' }, steps };
  },
);

const idOf = (e: Added) => `${PREFIX}${e.body.step}`;

function handStep(e: Added, before: Added | undefined): Step {
  const { words, kind, zone, minutes, each, lampOut, fasteners } = e.body;
  return {
    id: idOf(e),
    kind,
    scope: each ? 'each' : 'once',
    title: { und: words },
    zone,
    tool: { kind: 'hands' },
    minutes,
    ...(lampOut ? { lampOut } : {}),
    ...(fasteners ? { fasteners: [{ id: 'own', ...fasteners, reuse: 'if-sound' }] } : {}),
    ...(before ? { after: [{ step: idOf(before) }] } : {}),
  };
}
