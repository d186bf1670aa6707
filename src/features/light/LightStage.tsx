'use client';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { factoryFace } from '@/core/light/program/usual';
import type { BodyView as View } from '@/core/body';
import { lightView } from '@/core/job';
import { movedTo } from '@/core/light/overTime/score';
import { PREPARED } from '@/core/light/overTime/prepared';
import { playedAs } from '@/core/light/program/types';
import { PLAYED_FLASHER } from '@/core/light/overTime/flasher';
import { Controls } from '../job/Controls';
import { RoadView } from '../job/beam/RoadView';
import { useJob, useSwapIn, useView } from '../job/JobContext';
import { litAt } from '../job/lightNow';
import { animator } from '../job/dusk/animate';
import { type DuskLamp, DuskView } from '../job/dusk/DuskView';
import { Expected } from './Expected';
import { FaceSegments } from '../job/dusk/FaceSegments';
import { LightBecause } from './LightBecause';
import { LightRules } from './LightRules';
import { Playhead, wantsStill } from '../job/dusk/playhead';
import { ScoreFiles } from './ScoreFiles';
import { ScoreLanes } from './ScoreLanes';
import { TapAlong } from './TapAlong';
import { Frames } from './Frames';
import { Transport } from '../job/dusk/Transport';
import { type Scene, useScene } from './useScene';
import { Watched } from './Watched';

const CHIP =
  'rounded-sm border border-outline bg-raised px-2.5 py-1.5 text-[0.92rem] font-semibold hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper';

/** Light: the score, played on the vehicle as it was and as it is to be; what the rules say stands where it is broken. */
export function LightStage() {
  const { view, words, say, swap, controls, focus } = useJob();
  const light = useView(lightView);
  const { t } = words;
  const [playhead] = useState(() => new Playhead(1));
  const scene = useScene(playhead);
  const here = useSwapIn(light);
  const wirings = here?.wiring ?? [];
  const lit = new Map(view.positions.map((p) => [p.key, litAt(scene.view, p, controls, true)]));
  const main = useRef<HTMLElement>(null);
  const end = view.positions.find((p) => p.key === (focus?.key ?? wirings[0]?.position))?.place.position.end;
  const [side, setSide] = useState<View | null>(null);
  const seen: View = side ?? (end === 'rear' ? 'rear' : 'front');
  usePlayed(scene, playhead, main, `${seen} ${swap?.id ?? ''} ${wirings.length}`);
  const lamp =
    [...scene.played.after.lamps, ...scene.played.keeps.lamps].find(
      (l) => l.lamp.position === (focus?.key ?? wirings[0]?.position),
    ) ?? null;
  const findings = scene.played.findings.filter(
    (f) => f.position === null || f.position === lamp?.lamp.position,
  );
  const taken = wirings[0]?.lamp;
  return (
    <>
      <main
        id="main"
        tabIndex={-1}
        ref={main}
        className="flex min-w-0 flex-col gap-4 px-6 py-4 lg:overflow-y-auto"
      >
        <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
          <h2 className="mr-auto text-2xl first-letter:uppercase">
            {swap ? say.positions(swap.positions) : t('stage.light')}
          </h2>
          <Prepared scene={scene} playhead={playhead} />
        </div>
        {view.swaps.length === 0 && <p className="text-soft">{t('fit.no-swap')}</p>}
        <Watched />
        <section
          className="grid gap-1 rounded-md bg-glass px-3 pb-2 pt-3 text-[#b9bec6]"
          aria-label={t('score.view')}
        >
          <div className="grid grid-cols-2 gap-4">
            {(['before', 'after'] as const).map((which) => (
              <figure key={which} className="grid gap-1" data-dusk-view={which}>
                <div className="h-44">
                  <DuskView
                    family={view.family}
                    positions={view.positions}
                    lamps={
                      which === 'before'
                        ? duskBefore(scene, view.positions)
                        : duskAfter(scene, view.positions, wirings)
                    }
                    side={seen}
                    view={which}
                    focus={lamp?.lamp.position ?? null}
                    label={which === 'before' ? t('score.before') : t('score.after-none')}
                  />
                </div>
                <figcaption className="text-center text-sm">
                  {which === 'before'
                    ? t('score.before')
                    : taken
                      ? t('score.after', { lamp: `${taken.maker} ${taken.name}` })
                      : t('score.after-none')}
                  {' · '}
                  <FlashCaption
                    scene={scene}
                    runs={which === 'before' ? scene.before.runs : scene.played.after.runs}
                  />
                </figcaption>
              </figure>
            ))}
          </div>
          <div className="flex justify-center gap-1" role="group" aria-label={t('score.view')}>
            {(['front', 'rear', 'left', 'right'] as const).map((v) => (
              <button
                key={v}
                type="button"
                className="rounded-sm px-2 py-0.5 text-sm text-[#b9bec6] underline-offset-4 aria-pressed:font-semibold aria-pressed:text-white aria-pressed:underline"
                aria-pressed={seen === v}
                onClick={() => setSide(v)}
                data-side={v}
              >
                {words.tCode(`body.view.${v}`)}
              </button>
            ))}
          </div>
        </section>
        <Transport playhead={playhead}>
          <TapAlong scene={scene} />
          <Frames scene={scene} />
          <ScoreFiles scene={scene} playhead={playhead} />
        </Transport>
        <ScoreLanes
          lengthUs={scene.score.lengthMs * 1000}
          spans={scene.played.after.spans}
          lamp={lamp}
          findings={findings}
          playhead={playhead}
          onDrag={
            scene.playing === 'switches'
              ? undefined
              : (control, fromMs, toMs) => {
                  scene.take(movedTo(scene.score, control, fromMs, toMs));
                }
          }
        />
        <Controls />
        {wirings.length === 0 ? (
          view.swaps.length > 0 && <p className="text-soft">{t('wire.no-choice')}</p>
        ) : (
          <>
            <div className="grid grid-cols-1 gap-6 sm:grid-cols-2">
              {wirings.map((w) => {
                const tall = w.lamp.face.aspect < 1;
                const widthPx = tall ? 110 : 300;
                const played = [...scene.played.after.lamps, ...scene.played.keeps.lamps].find(
                  (l) => l.lamp.position === w.position,
                );
                return (
                  <figure
                    key={w.position}
                    className="grid justify-items-center gap-1.5"
                    data-lamp={w.position}
                  >
                    <svg
                      viewBox={`0 0 ${100 * w.lamp.face.aspect} 100`}
                      width={widthPx}
                      height={widthPx / w.lamp.face.aspect}
                      className="h-auto max-w-full"
                      role="img"
                      aria-label={t('light.face', { position: say.position(w.position) })}
                    >
                      {played && (
                        <FaceSegments
                          program={played.lamp.program}
                          aspect={w.lamp.face.aspect}
                          mirrored={played.lamp.side === 'right'}
                          view="face"
                          position={w.position}
                        />
                      )}
                    </svg>
                    <figcaption className="text-sm">
                      {say.position(w.position)} · {w.lamp.maker} {w.lamp.name}
                      {w.state === 'plug-unknown' && (
                        <span className="block text-plum">{t('light.plug-unknown')}</span>
                      )}
                      {w.state === 'unmapped' && (
                        <span className="block text-soft">{t('light.unmapped')}</span>
                      )}
                    </figcaption>
                  </figure>
                );
              })}
            </div>
            <Expected
              lit={wirings.map((w) => lit.get(w.position) ?? [])}
              names={wirings.map((w) => say.position(w.position))}
            />
            <LightRules findings={here?.findings ?? []} />
            {swap && <RoadView swap={swap.id} />}
          </>
        )}
      </main>
      <LightBecause scene={scene} findings={findings} position={lamp?.lamp.position ?? null} />
    </>
  );
}

/**
 * Keeps drawing and playhead with the score: another one begins by itself, but for people who asked for less motion.
 * @param drawn says which drawing it is: another one is looked through anew
 */
function usePlayed(scene: Scene, playhead: Playhead, root: RefObject<HTMLElement | null>, drawn: string) {
  const { lights, safe, score, playing, recording } = scene;
  useEffect(() => {
    playhead.take(score.lengthMs * 1000, safe);
  }, [playhead, score, safe]);
  useEffect(() => {
    if (!root.current) return undefined;
    return playhead.onFrame(animator(root.current, lights));
  }, [playhead, lights, root, drawn]);
  const moved = score.moves.length > 0;
  useEffect(() => {
    const still = wantsStill();
    if (playing !== 'switches' || recording || !moved) return;
    // What was thrown shows at once: the moment just after it, then on.
    if (still) playhead.seek(900_000);
    else playhead.play(400_000);
  }, [playhead, playing, recording, moved, score]);
  useEffect(() => () => playhead.pause(), [playhead]);
}

function Prepared({ scene, playhead }: { scene: Scene; playhead: Playhead }) {
  const { words } = useJob();
  const { t, tCode } = words;
  return (
    <div className="flex flex-wrap gap-1.5" role="group" aria-label={t('score.prepared')}>
      {PREPARED.map((name) => (
        <button
          key={name}
          type="button"
          className={CHIP}
          aria-pressed={scene.playing === name}
          onClick={() => {
            scene.choose(name);
            if (wantsStill()) playhead.seek(0);
            else playhead.play(0);
          }}
          data-prepared={name}
        >
          {tCode(`score.${name}`)}
        </button>
      ))}
      <button
        type="button"
        className={CHIP}
        aria-pressed={scene.recording}
        onClick={() => {
          scene.record(!scene.recording);
          if (scene.recording) playhead.pause();
          else playhead.play(0);
        }}
        data-record={scene.recording}
      >
        {scene.recording ? t('score.record-stop') : t('score.record')}
      </button>
      {scene.recording && <p className="w-full text-right text-sm text-soft">{t('score.recording')}</p>}
    </div>
  );
}

/** At which rate it is played, and how that is known. */
function FlashCaption({ scene, runs }: { scene: Scene; runs: Scene['before']['runs'] }) {
  const { words } = useJob();
  const { t } = words;
  const cycle = runs[0]?.cycles.at(-1);
  const known = scene.view.flasher?.perMinute ?? null;
  const rate = Math.round(cycle?.perMinute ?? playedAs(known, PLAYED_FLASHER.perMinute));
  return (
    <>
      {known === null && !scene.view.flasher?.kind
        ? t('score.flash-taken', { rate })
        : t('score.flash', { rate })}
    </>
  );
}

type Positions = ReturnType<typeof useJob>['view']['positions'];

const factoryAspect = (positions: Positions, key: string): number => {
  const place = positions.find((p) => p.key === key)?.place;
  return place ? factoryFace(place).aspect : 1;
};

const duskBefore = (scene: Scene, positions: Positions): readonly DuskLamp[] =>
  scene.before.lamps.map(({ lamp }) => ({
    position: lamp.position,
    program: lamp.program,
    aspect: factoryAspect(positions, lamp.position),
  }));

const duskAfter = (
  scene: Scene,
  positions: Positions,
  wirings: readonly {
    readonly position: string;
    readonly lamp: { readonly face: { readonly aspect: number } };
  }[],
): readonly DuskLamp[] => [
  ...scene.played.after.lamps.map(({ lamp }) => ({
    position: lamp.position,
    program: lamp.program,
    aspect:
      wirings.find((w) => w.position === lamp.position)?.lamp.face.aspect ??
      factoryAspect(positions, lamp.position),
  })),
  ...scene.played.keeps.lamps.map(({ lamp }) => ({
    position: lamp.position,
    program: lamp.program,
    aspect: factoryAspect(positions, lamp.position),
  })),
];
