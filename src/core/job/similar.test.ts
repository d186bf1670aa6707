import { expect, it } from 'vitest';
import { asBefore, type SimilarJob } from './similar';

const [HL, HR, FL] = ['headlamp.front.left', 'headlamp.front.right', 'fog.front.left'];
const like: SimilarJob = {
  id: 'x',
  number: 3,
  identity: 'WS 1',
  wishes: ['drl'],
  swaps: [
    { positions: [HL, HR], lamps: ['A lamp'] },
    { positions: [FL], lamps: ['Another'] },
  ],
};
const id = () => 'new';

it('takes over which lamps are changed, and wishes that nobody was asked for yet', () => {
  expect(asBefore(like, new Set([HL, HR, FL]), false, id)).toEqual([
    { type: 'swap-opened', body: { swap: 'new', positions: [HL, HR] } },
    { type: 'swap-opened', body: { swap: 'new', positions: [FL] } },
    { type: 'wishes-stated', body: { wishes: ['drl'] } },
  ]);
});

it('leaves what this job has already, and takes no fact, look or choice', () => {
  const taken = asBefore(like, new Set([HL, FL]), true, id);
  expect(taken).toEqual([{ type: 'swap-opened', body: { swap: 'new', positions: [FL] } }]);
  expect(JSON.stringify(asBefore(like, new Set([HL, HR, FL]), false, id))).not.toContain('lamp-chosen');
});
