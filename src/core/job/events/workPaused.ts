import { oneOf, shape } from './form';
import { eventKind } from './kind';

/** Somebody stopped working at the vehicle for a while, or went on: that time is no step's. */
export const workPaused = eventKind({
  type: 'work-paused',
  form: shape({ act: oneOf(['paused', 'resumed']) }),
  needs: 'work-at-vehicle',
  reduce: (log) => ({ pauses: log.standing }),
});
