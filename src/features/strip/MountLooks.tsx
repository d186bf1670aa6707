'use client';
import { plugAt } from '@/core/kernel/ids';
import { useState } from 'react';
import {
  foundRight,
  isRight,
  looksView,
  MOUNT_CHECKS,
  MOUNT_LOOKED,
  OWN_PLUG,
  type MountCheck,
  type MountLook,
  type MountLooked,
  type PlugLook,
} from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { useBusy, useJob, useView } from '../job/JobContext';
import { JointPulls } from '../job/JointPulls';
import { useGo } from '../job/useGo';
import { DropReads } from './DropReads';

/** After the lamp is in: its plugs as they sit now, film, seal, holes, lead. One tap where all is right. */
export function MountLooks() {
  const { words, rights, sender } = useJob();
  const busy = useBusy();
  const looks = useView(looksView);
  const { t } = words;
  if (!rights.workAtVehicle) return null;
  const swaps = looks.swaps.filter((s) => s.mounted.length > 0);
  if (swaps.length === 0) return null;
  const open = swaps.flatMap((s) => [
    ...s.plugs.filter((p) => !isRight(p)),
    ...s.mounted.filter((m) => m.unlooked.length > 0),
    ...s.joints.filter((j) => j.where === 'vehicle' && j.tug === null),
    ...s.drops.filter((d) => d.wanted && d.read === null),
  ]).length;
  const lamps = swaps.flatMap((s) =>
    s.mounted.map((lamp) => ({ lamp, plugs: s.plugs.filter((p) => p.position === lamp.position) })),
  );
  const unlooked = lamps.filter((l) => allRight(l).length > 0);
  return (
    <details className="border-y border-line" data-mount-looks={open}>
      <summary className="flex min-h-9 cursor-pointer items-center gap-2 font-semibold">
        {t('mount-look.title')}
        <span className={`font-normal ${open > 0 ? 'text-plum' : 'text-soft'}`}>
          {open > 0 ? t('mount-look.open', { count: open }) : t('mount-look.all')}
        </span>
      </summary>
      <div className="grid max-h-[34vh] gap-3 overflow-y-auto pb-3">
        {unlooked.length > 1 && (
          <div>
            <button
              type="button"
              className={BUTTON.main}
              disabled={busy}
              data-every-lamp-right
              onClick={() => void sender.sendAll(unlooked.flatMap(allRight))}
            >
              {t('mount-look.every-lamp', { count: unlooked.length })}
            </button>
          </div>
        )}
        {lamps.map((l) => (
          <LampLooks key={l.lamp.position} {...l} />
        ))}
        {swaps.map((s) => (
          <JointPulls key={s.id} swap={s.id} joints={s.joints.filter((j) => j.where === 'vehicle')} />
        ))}
        {swaps.map((s) => (
          <DropReads key={s.id} drops={s.drops} />
        ))}
      </div>
    </details>
  );
}

interface LampLook {
  readonly lamp: MountLook;
  readonly plugs: readonly PlugLook[];
}

const allOf = (v: MountLooked) =>
  Object.fromEntries(MOUNT_CHECKS.map((c) => [c, v])) as Record<MountCheck, MountLooked>;
const looked = (lamp: MountLook, checks: Record<MountCheck, MountLooked>) => ({
  type: 'mount-looked' as const,
  body: { position: lamp.position, lamp: lamp.lamp, checks },
});

/** What is said of a lamp where all that nobody has looked at yet is right. */
const allRight = ({ lamp, plugs }: LampLook) => [
  ...plugs
    .filter((p) => !isRight(p))
    .map((p) => ({
      type: 'plug-recorded' as const,
      body: { position: p.position, plug: p.plug, checks: foundRight(p) },
    })),
  ...(lamp.unlooked.length === 0 ? [] : [looked(lamp, allOf('yes'))]),
];

function LampLooks({ lamp, plugs }: LampLook) {
  const { words, say, sender } = useJob();
  const busy = useBusy();
  const { t, tCode } = words;
  const [otherwise, setOtherwise] = useState(false);
  const plugsOpen = plugs.filter((p) => !isRight(p));
  const done = lamp.unlooked.length === 0;
  return (
    <section className="border-t border-line pt-2" data-mount-lamp={lamp.position}>
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="min-w-32 text-base font-semibold first-letter:uppercase">
          {say.position(lamp.position)}
        </h3>
        {plugsOpen.length === 0 && done ? (
          <span className="text-sm text-soft">{t('mount-look.looked')}</span>
        ) : (
          <>
            <span className="min-w-48 flex-1 text-sm text-soft">
              {t('mount-look.open-at', {
                plugs: words.list(plugsOpen.map((p) => (p.plug === OWN_PLUG ? t('plug.own') : p.plug))),
                count: plugsOpen.length,
              })}
            </span>
            <button
              type="button"
              className={BUTTON.plain}
              disabled={busy}
              data-all-right={lamp.position}
              aria-label={t('mount-look.all-right-at', { position: say.position(lamp.position) })}
              onClick={() => void sender.sendAll(allRight({ lamp, plugs }))}
            >
              {t('mount-look.all-right')}
            </button>
          </>
        )}
        <button
          type="button"
          className={BUTTON.quiet}
          aria-expanded={otherwise}
          onClick={() => setOtherwise(!otherwise)}
        >
          {t('mount-look.each')}
        </button>
      </div>
      {otherwise && (
        <div className="mt-1 grid gap-x-8 sm:grid-cols-2">
          {MOUNT_CHECKS.map((c) => (
            <fieldset key={c} className="flex items-center justify-between gap-2 border-b border-line py-1">
              <legend className="float-left text-sm font-semibold">{tCode(`mount-check.${c}`)}</legend>
              <span className="flex gap-3">
                {MOUNT_LOOKED.map((l) => (
                  <label key={l} className="flex items-center gap-1 text-sm">
                    <input
                      type="radio"
                      className="accent-petrol"
                      name={`${lamp.position}-${c}`}
                      checked={(lamp.answers?.[c] ?? 'not-looked') === l}
                      onChange={() =>
                        void sender.sendAll([
                          looked(lamp, { ...(lamp.answers ?? allOf('not-looked')), [c]: l }),
                        ])
                      }
                    />
                    {tCode(`mount-looked.${l}`)}
                  </label>
                ))}
              </span>
            </fieldset>
          ))}
          {plugs.map((p) => (
            <PlugLine key={plugAt(p.position, p.plug)} plug={p} />
          ))}
        </div>
      )}
    </section>
  );
}

function PlugLine({ plug }: { plug: PlugLook }) {
  const { words } = useJob();
  const go = useGo();
  const { t, tCode } = words;
  return (
    <p className="flex items-baseline justify-between gap-2 border-b border-line py-1 text-sm">
      <span>
        <b className="font-mono">{plug.plug}</b>{' '}
        {isRight(plug)
          ? t('mount-look.plug-right')
          : words.list([
              ...plug.wrong.map((c) => tCode(`wrong.${c}`)),
              ...(plug.unlooked.length > 0 ? [t('mount-look.plug-unlooked')] : []),
            ])}
      </span>
      <button
        type="button"
        className={BUTTON.quiet}
        onClick={() => go({ stage: 'wire', part: 'plugs', position: plug.position })}
      >
        {t('mount-look.plug-record')}
      </button>
    </p>
  );
}
