'use client';
import { useState } from 'react';
import { type StepLine, stripView } from '@/core/job';
import { arrangeFault } from '@/core/work';
import { useJob, useView } from '../job/JobContext';
import { stepTitle } from '../job/stepWords';

/** Steps of the way out put into an order of one's own: moved where nothing is in the way, else it is said what is. */
export function useArrange() {
  const { words, say, sender, rights } = useJob();
  const strip = useView(stripView);
  const [refused, setRefused] = useState<string | null>(null);
  // States are changed where the order wants it: they are not arranged themselves.
  const lines = strip.out.filter((l) => !l.step.id.startsWith('state/'));
  const titleOf = (id: string) => {
    const found = strip.out.find((l) => l.step.id === id);
    return found ? stepTitle(found.step, words, say) : id;
  };
  const why = (list: readonly StepLine[], step: string, after: string): string => {
    const because = list
      .find((l) => l.step.id === step)
      ?.step.because.find((b) => b.after === after && b.why)?.why;
    return words.t('arrange.waits', {
      step: titleOf(step),
      after: titleOf(after),
      why: because ? words.prose(because) : '',
    });
  };
  const place = async (id: string, before: string | null) => {
    const moved = lines.find((l) => l.step.id === id);
    if (!moved || id === before) return;
    const rest = lines.filter((l) => l !== moved);
    const at = before === null ? rest.length : rest.findIndex((l) => l.step.id === before);
    if (at < 0) return;
    const next = [...rest.slice(0, at), moved, ...rest.slice(at)];
    const fault = arrangeFault(next.map((l) => l.step));
    if (fault) return setRefused(why(next, fault.step, fault.after));
    setRefused(null);
    await sender.send('steps-arranged', { steps: next.map((l) => l.step.id) });
  };
  const nudge = async (id: string, by: -1 | 1) => {
    const at = lines.findIndex((l) => l.step.id === id);
    const to = at + by;
    if (at < 0 || to < 0 || to >= lines.length) return;
    await place(id, by < 0 ? (lines[to]?.step.id ?? null) : (lines[to + 1]?.step.id ?? null));
  };
  const { arranged } = strip;
  const lacks = arranged?.fault?.kind === 'lacks' ? arranged.fault : null;
  return {
    /** Whether this person may arrange anything. */
    may: rights.workAtVehicle && lines.length > 1,
    place,
    nudge,
    /** What was in the way of the last move, or of the order that somebody wants. */
    said:
      refused ??
      (lacks
        ? words.t('arrange.lacks', { step: titleOf(lacks.step) })
        : arranged?.fault?.kind === 'waits'
          ? why(lines, arranged.fault.step, arranged.fault.after)
          : null),
    /** Somebody's own order is in hand. */
    own: arranged !== null && arranged.steps.length > 0,
    asPlanned: () => {
      setRefused(null);
      return sender.send('steps-arranged', { steps: [] });
    },
  };
}

export type Arranging = ReturnType<typeof useArrange>;
