'use client';
import { liveWiring, wireView } from '@/core/job';
import { lostGrounds } from '@/core/electric';
import { useEffect, useRef, useState } from 'react';
import { BUTTON } from '@/ui/classes';
import { WarningMark } from '@/ui/marks';
import type { SweepReply, SweepRequest, SweepResult } from '@/workers/sweepStates';
import { useJob, useView } from '../job/JobContext';
import type { PanelProps } from './wireScope';

type State =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly done: number; readonly all: number }
  | { readonly kind: 'done'; readonly result: SweepResult };

/** Reckons every state of the controls in a worker: where the lamp gets least, and where current comes back. */
export function SweepPanel({ wiring, swap, lostGround }: PanelProps & { lostGround: boolean }) {
  const { words, say } = useJob();
  const wire = useView(wireView);
  const { t } = words;
  const [state, setState] = useState<State>({ kind: 'idle' });
  const worker = useRef<Worker | null>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => stop, []);
  const start = () => {
    const input = wire.systemV && liveWiring(wire, swap, wire.systemV);
    if (!input) return;
    stop();
    const w = new Worker(new URL('../../workers/sweepStates.ts', import.meta.url), { type: 'module' });
    worker.current = w;
    setState({ kind: 'running', done: 0, all: 0 });
    w.onmessage = ({ data: reply }: MessageEvent<SweepReply>) => {
      if (reply.kind === 'progress') setState({ kind: 'running', done: reply.done, all: reply.all });
      else {
        setState({ kind: 'done', result: reply.result });
        stop();
      }
    };
    const faults = lostGround && wiring.map ? lostGrounds(wiring.position, wiring.map) : [];
    w.postMessage({ harness: { ...input, faults } } satisfies SweepRequest);
  };
  const result = state.kind === 'done' ? state.result : null;
  return (
    <div className="flex flex-wrap items-center gap-3" data-sweep={state.kind}>
      {state.kind === 'running' ? (
        <>
          <button
            className={BUTTON.plain}
            onClick={() => {
              stop();
              setState({ kind: 'idle' });
            }}
          >
            {t('wire.sweep-stop')}
          </button>
          <span role="status" className="font-mono text-sm">
            {t('wire.sweep-progress', { done: state.done, all: state.all })}
          </span>
        </>
      ) : (
        <button className={BUTTON.plain} onClick={start}>
          {t('wire.sweep')}
        </button>
      )}
      {result && (
        <p role="status" className="text-sm">
          {result.lowest
            ? t('wire.sweep-result', {
                states: result.states,
                volt: say.number(Math.round((result.lowest.reading.volt ?? 0) * 100) / 100),
                does: say.does(result.lowest.reading.does),
                state: say.setting(result.lowest.state),
              })
            : t('wire.sweep-dark', { states: result.states })}
          {result.feedback.length > 0 && (
            <b className="flex gap-2 text-plum">
              <WarningMark /> {t('wire.sweep-feedback', { count: result.feedback.length })}
            </b>
          )}
        </p>
      )}
    </div>
  );
}
