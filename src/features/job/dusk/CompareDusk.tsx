'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { BodyView as View } from '@/core/body';
import type { Lamp } from '@/core/catalogue';
import { scoreView } from '@/core/job';
import { PREPARED_SCORES, safeSpeedOf } from '@/core/light/overTime/prepared';
import { readScore } from '@/core/light/overTime/score';
import { lightOverTime } from '@/core/light/overTime/simulate';
import { lightByCases } from '@/core/light/supply/byCases';
import { factoryFace, programOf } from '@/core/light/program/usual';
import { useJob, useView } from '../JobContext';
import { animator, lightsOf } from './animate';
import { DuskView } from './DuskView';
import { Playhead, wantsStill } from './playhead';
import { Transport } from './Transport';

/** A lamp that is held against others: its rows by place. */
export interface ComparedLamp {
  readonly id: string;
  readonly name: string;
  readonly lamps: Readonly<Record<string, Lamp | undefined>>;
}

const SCORE = PREPARED_SCORES['turn-over-drl'];

/** The vehicle as it is and with each of some lamps, before anything is chosen: the same score on all, on sound wires. */
export function CompareDusk({ compared, end }: { compared: readonly ComparedLamp[]; end: string }) {
  const { view, words, job } = useJob();
  const { t } = words;
  const { before: was, flasher } = useView(scoreView);
  const circuits = job.pack.family.body.circuits;
  const [playhead] = useState(() => new Playhead(SCORE.lengthMs * 1000));
  const root = useRef<HTMLDivElement>(null);
  const side: View = end === 'rear' ? 'rear' : 'front';
  const shown = useMemo(() => {
    const read = readScore(SCORE);
    const spans = read.kind === 'spans' ? read.spans : [];
    const aspectOf = (key: string) => {
      const place = view.positions.find((p) => p.key === key)?.place;
      return place ? factoryFace(place).aspect : 1;
    };
    const list = [
      { id: 'now', name: t('score.before'), lamps: {} as ComparedLamp['lamps'] },
      ...compared,
    ].map((c) => {
      const lamps = was.lamps.map((l) => {
        const row = c.lamps[l.position];
        return {
          position: l.position,
          side: l.side,
          functions: row?.functions ?? l.functions,
          program: row ? programOf(row) : l.program,
          aspect: row?.face.aspect ?? aspectOf(l.position),
        };
      });
      return {
        ...c,
        drawn: lamps,
        light: lightOverTime(lightByCases(lamps, circuits ?? [], flasher), spans),
      };
    });
    const lights = lightsOf(list.map((x) => [x.id, [x.light]] as const));
    return { list, lights, safe: safeSpeedOf(lights.values()) };
  }, [compared, was, flasher, circuits, view.positions, t]);
  useEffect(() => {
    playhead.take(SCORE.lengthMs * 1000, shown.safe);
    if (!root.current) return undefined;
    const stop = playhead.onFrame(animator(root.current, shown.lights));
    if (!wantsStill()) playhead.play(800_000);
    return () => {
      stop();
      playhead.pause();
    };
  }, [playhead, shown]);
  return (
    <div ref={root} className="mb-4 grid gap-2" data-compare-dusk>
      <div
        className={`grid gap-3 rounded-md bg-glass p-3 ${shown.list.length > 2 ? 'grid-cols-3' : 'grid-cols-2'}`}
      >
        {shown.list.map((c) => (
          <figure key={c.id} className="grid gap-1 text-center text-sm text-[#b9bec6]">
            <div className="h-32">
              <DuskView
                family={view.family}
                positions={view.positions}
                lamps={c.drawn}
                side={side}
                view={c.id}
                label={c.name}
                focus={null}
              />
            </div>
            <figcaption>{c.name}</figcaption>
          </figure>
        ))}
      </div>
      <Transport playhead={playhead} />
    </div>
  );
}
