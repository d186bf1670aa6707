import {
  type Coverage,
  coverage,
  type CoverageAsked,
  type TiltProposed,
  tiltsFor,
} from '@/core/beam/photometry/coverage';
import type { PlacedBeam } from '@/core/beam/photometry/road';
import { roadAnswer, type RoadAnswer, type RoadTask } from '@/core/beam/photometry/roadTask';

/** What the worker is asked: a road, the ground all round, or tilts that leave less of it dark. */
export type RoadAsk =
  | { readonly kind: 'road'; readonly task: RoadTask }
  | { readonly kind: 'ground'; readonly lamps: readonly PlacedBeam[]; readonly of: CoverageAsked }
  | { readonly kind: 'tilts'; readonly lamps: readonly PlacedBeam[]; readonly of: CoverageAsked };

/** What it answers. */
export type RoadReply =
  | { readonly kind: 'road'; readonly answer: RoadAnswer; readonly ms: number }
  | { readonly kind: 'ground'; readonly coverage: Coverage }
  | { readonly kind: 'progress'; readonly round: number }
  | { readonly kind: 'tilts'; readonly changes: readonly TiltProposed[]; readonly coverage: Coverage };

const post = (reply: RoadReply) => self.postMessage(reply);

self.onmessage = ({ data }: MessageEvent<RoadAsk>) => {
  if (data.kind === 'road') {
    const began = performance.now();
    const answer = roadAnswer(data.task);
    return post({ kind: 'road', answer, ms: performance.now() - began });
  }
  if (data.kind === 'ground') return post({ kind: 'ground', coverage: coverage(data.lamps, data.of) });
  // Ended from outside by ending the worker.
  const { changes, coverage: found } = tiltsFor(data.lamps, data.of, (round) => {
    post({ kind: 'progress', round });
    return true;
  });
  post({ kind: 'tilts', changes, coverage: found });
};
