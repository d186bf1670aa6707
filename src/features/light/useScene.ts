'use client';
import { useMemo, useState } from 'react';
import { ALL_OFF, CONTROL_NAMES, type ControlState } from '@/core/controls';
import { type PlayedScore, playScore, type ScoreView, scoreView } from '@/core/job';
import {
  PREPARED_SCORES,
  type PreparedName,
  safeSpeedOf,
  scoreOfSwitches,
} from '@/core/light/overTime/prepared';
import { readScore, type Score } from '@/core/light/overTime/score';
import { lightOverTime, type LightOverTime } from '@/core/light/overTime/simulate';
import { useJob, useView } from '../job/JobContext';
import { type Lights, lightsOf } from '../job/dusk/animate';
import type { Playhead } from '../job/dusk/playhead';

/** What is played: the switches as they stand, a prepared score, one of one's own. */
export type Playing = 'switches' | PreparedName | 'own';

/** A score on the vehicle, as it was and as it is to be. */
export interface Scene {
  readonly playing: Playing;
  readonly score: Score;
  readonly view: ScoreView;
  readonly played: PlayedScore;
  readonly before: LightOverTime;
  readonly lights: Lights;
  /** How fast it may be played without flashing too often. */
  readonly safe: number;
  /** The switches that are thrown now become moves of it. */
  readonly recording: boolean;
  readonly record: (on: boolean) => void;
  readonly choose: (playing: PreparedName | 'switches') => void;
  /** Plays a score of one's own; one that cannot be is not taken. */
  readonly take: (score: Score) => boolean;
}

interface Chosen {
  readonly playing: Playing;
  readonly own: Score | null;
  readonly recording: boolean;
}
const SWITCHES: Chosen = { playing: 'switches', own: null, recording: false };
/** How long a recording may last, ms. */
const RECORDED_MS = 20_000;

/** Follows what is played. A thrown switch is shown against what was before. */
export function useScene(playhead: Playhead): Scene {
  const { controls } = useJob();
  const view = useView(scoreView);
  const [chosen, setChosen] = useState<Chosen>(SWITCHES);
  const [switches, setSwitches] = useState({ before: controls, now: controls });
  if (!sameControls(switches.now, controls)) {
    setSwitches({ before: switches.now, now: controls });
    if (chosen.recording && chosen.own) {
      const move = { atMs: Math.round(playhead.us / 1000), set: changes(switches.now, controls) };
      setChosen({ ...chosen, own: { ...chosen.own, moves: [...chosen.own.moves, move] } });
    } else if (chosen.playing !== 'own') setChosen(SWITCHES);
  }
  const score = useMemo(() => {
    if (chosen.playing === 'own' && chosen.own) return chosen.own;
    if (chosen.playing === 'switches' || chosen.playing === 'own')
      return scoreOfSwitches(switches.before, switches.now);
    return PREPARED_SCORES[chosen.playing];
  }, [chosen, switches]);
  const heard = useMemo(() => {
    const read = readScore(score);
    const spans = read.kind === 'spans' ? read.spans : [];
    const played = playScore(view, spans);
    const before = lightOverTime(view.before, spans);
    const lights = lightsOf([
      ['before', [before]],
      ['after', [played.after, played.keeps]],
      ['face', [played.after, played.keeps]],
    ]);
    return { played, before, lights, safe: safeSpeedOf(lights.values()) };
  }, [score, view]);
  return {
    ...heard,
    playing: chosen.playing,
    score,
    view,
    recording: chosen.recording,
    choose: (playing) => setChosen({ playing, own: null, recording: false }),
    record: (on) => {
      const begun = { lengthMs: RECORDED_MS, moves: [{ atMs: 0, set: changes(ALL_OFF, controls) }] };
      setChosen(on ? { playing: 'own', own: begun, recording: true } : { ...chosen, recording: false });
    },
    take: (own) => {
      if (readScore(own).kind === 'faults') return false;
      setChosen({ playing: 'own', own, recording: false });
      return true;
    },
  };
}

/** The controls that were thrown between two settings. */
const changes = (from: ControlState, to: ControlState): Score['moves'][number]['set'] =>
  Object.fromEntries(CONTROL_NAMES.filter((c) => from[c] !== to[c]).map((c) => [c, to[c]]));

const sameControls = (a: ControlState, b: ControlState): boolean => CONTROL_NAMES.every((c) => a[c] === b[c]);
