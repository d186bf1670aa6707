'use client';
import { useState } from 'react';
import { aboveRoof, isAimed, looksView, type ReadWhen, trafficOf, wallEntry } from '@/core/job';
import { readWallDistance, typedAs } from '@/core/quantity';
import { positionKey } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { useBusy, useJob, useView } from '../JobContext';
import { useKeepPhoto } from '../photos/PhotoSource';
import { Figure } from './Figure';
import { distanceWords } from './figureWords';
import { useWall } from './useWall';
import { WallFields } from './WallFields';
import { WallFound } from './WallFound';
import { WallMarks } from './WallMarks';
import { type TaskTyped, taskTyped, wallTyped } from './wallTask';

/**
 * The wall by photo: one lamp of a swap, the other screened. Marks are found or tapped, the picture is read in a worker, and what it
 * shows is kept with the job: places from one picture, light where a meter vouches for it.
 */
export function WallPhoto({ swap, when }: { swap: string; when: ReadWhen }) {
  const { job, words, say, sender } = useJob();
  const busy = useBusy();
  const looks = useView(looksView).swaps.find((s) => s.id === swap);
  const { t } = words;
  const wall = useWall();
  const keep = useKeepPhoto();
  const walls = job.pack.walls ?? [];
  const [typed, setTyped] = useState(() => ({
    ...wallTyped(walls[0] ?? null, words),
    traffic: looks?.before?.body.traffic ?? trafficOf(job),
  }));
  const [files, setFiles] = useState<readonly File[]>([]);
  const [chosen, setChosen] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  // What the picture was read with: that is kept with it, whatever is typed since.
  const [asked, setAsked] = useState<Asked | null>(null);
  if (!looks) return null;
  const lamps = looks.positions.filter(isAimed);
  const position =
    chosen ?? lamps.find((p) => !looks.walls.some((w) => w.when === when && w.position === p)) ?? lamps[0];
  if (!position) return null;
  const place = job.pack.family.body.places.find((p) => positionKey(p.position) === position);
  const centre = typed.centre || (place?.zMm === undefined ? '' : typedAs('length', place.zMm, words));
  const length = readWallDistance(typed.distance, words);
  const ready = () => {
    if (length.kind === 'fault') return setFault(distanceWords(length, words));
    const task = taskTyped({ ...typed, centre }, wall.marks, length.mm, words);
    if (task.kind === 'fault') return setFault(t(`wall.fault.${task.code}`));
    if (aboveRoof(job, task.centreMm))
      return setFault(t('aim.above-roof', { position: say.position(position), mm: task.centreMm }));
    setFault(null);
    return task;
  };
  const start = () => {
    const task = ready();
    if (!task) return;
    setAsked({ ...task, position, place: typed.name.trim() });
    wall.start(task.task);
  };
  const save = async () => {
    const [file] = files;
    if (!asked || wall.read?.kind !== 'read' || !file) return;
    const photo = await keep(file);
    if ('fault' in photo) return setFault(t('wall.fault.photo'));
    const title = t('wall.title-of', { position: say.position(asked.position), when });
    await sender.send('photo-added', {
      photo: photo.id,
      position: asked.position,
      stage: when === 'before' ? 'strip' : 'prove',
      words: title,
    });
    const sent = await sender.send(
      'wall-read',
      wallEntry(wall.read, { ...aboutOf(asked), swap, when, photo: photo.id }),
    );
    if (!sent) return;
    setFiles([]);
    setChosen(null);
    wall.stop();
  };
  const { state } = wall;
  return (
    <section className="grid gap-2.5" data-wall={when}>
      <p className="max-w-[70ch] text-sm text-soft">{t('wall.how')}</p>
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid w-52 gap-1 text-sm font-semibold">
          {t('wall.lamp')}
          <select
            className={FIELD}
            value={position}
            onChange={(e) => setChosen(e.target.value)}
            data-wall-field="lamp"
          >
            {lamps.map((p) => (
              <option key={p} value={p}>
                {say.position(p)}
              </option>
            ))}
          </select>
        </label>
        <Figure
          label={t('wall.centre')}
          value={centre}
          onChange={(v) => setTyped({ ...typed, centre: v })}
          measured="length"
          data-wall-field="centre"
        />
        <Figure
          label={t('wall.across')}
          value={typed.across}
          onChange={(across) => setTyped({ ...typed, across })}
          width="w-48"
          measured="length"
          data-wall-field="across"
        />
        <label className="grid w-44 gap-1 text-sm font-semibold">
          {t('set-up.traffic')}
          <select
            className={FIELD}
            value={typed.traffic}
            onChange={(e) => setTyped({ ...typed, traffic: e.target.value as typeof typed.traffic })}
            data-wall-field="traffic"
          >
            <option value="">{t('set-up.unknown')}</option>
            <option value="right">{t('set-up.traffic.right')}</option>
            <option value="left">{t('set-up.traffic.left')}</option>
          </select>
        </label>
      </div>
      <WallFields typed={typed} onChange={(now) => setTyped({ ...typed, ...now })} />
      <label className="grid max-w-md gap-1 text-sm font-semibold">
        {t('wall.files')}
        <input
          key={looks.walls.length}
          type="file"
          accept="image/*"
          multiple
          className={FIELD}
          onChange={(e) => {
            const chosenFiles = [...(e.target.files ?? [])].slice(0, 3);
            setFiles(chosenFiles);
            setFault(null);
            wall.open(chosenFiles);
          }}
          data-wall-field="files"
        />
      </label>
      {wall.src && state.kind === 'open' && (
        <WallMarks
          src={wall.src}
          width={state.width}
          height={state.height}
          marks={wall.marks}
          onTap={wall.tap}
          onPut={wall.put}
        />
      )}
      {state.kind === 'working' && (
        <p className="flex items-center gap-3">
          <progress value={state.share} max={1} aria-label={t('wall.working')} className="w-40" />
          <button type="button" className={BUTTON.quiet} onClick={wall.stop}>
            {t('wall.stop')}
          </button>
        </p>
      )}
      {state.kind === 'open' && (
        <p className="flex flex-wrap gap-3">
          <button type="button" className={BUTTON.plain} onClick={start} data-wall-read>
            {t('wall.read')}
          </button>
          {wall.read?.kind === 'read' && (
            <button
              type="button"
              className={BUTTON.main}
              onClick={() => void save()}
              disabled={busy}
              data-wall-save
            >
              {t('wall.save')}
            </button>
          )}
        </p>
      )}
      {wall.read?.kind === 'read' && state.kind === 'open' && asked && (
        <div className="max-w-2xl">
          <WallPreview asked={asked} when={when} read={wall.read} />
        </div>
      )}
      <p role="alert" className="text-sm text-plum">
        {fault ??
          (state.kind === 'fault' ? t(`wall.fault.${state.code}`) : null) ??
          (wall.read?.kind === 'refused' ? say.reason(wall.read.reason).text : null)}
      </p>
    </section>
  );
}

interface Asked extends Extract<TaskTyped, { readonly kind: 'task' }> {
  readonly position: string;
  readonly place: string;
}

const aboutOf = ({ task, wall, centreMm, position, place }: Asked) => ({
  position,
  distanceMm: wall.distanceMm,
  centreMm,
  flat: task.flat,
  ...(place ? { place } : {}),
  ...(task.strayLux === undefined ? {} : { strayLux: task.strayLux }),
});

/** What the picture shows before it is kept. */
function WallPreview({
  asked,
  when,
  read,
}: {
  asked: Asked;
  when: ReadWhen;
  read: Parameters<typeof wallEntry>[0];
}) {
  const { words, say } = useJob();
  const body = { ...wallEntry(read, { ...aboutOf(asked), swap: '', when }), after: [] };
  return (
    <WallFound
      body={body}
      beside={[body]}
      title={words.t('wall.title-of', { position: say.position(asked.position), when })}
      targetDeg={null}
      words={words}
      say={say}
    />
  );
}
