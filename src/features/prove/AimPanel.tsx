'use client';
import { dropPercent, looksView } from '@/core/job';
import { BeamPicture } from '@/ui/BeamPicture';
import { BUTTON } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { AimForm } from '../job/beam/AimForm';
import { aimWords, alikeWords, pictureWords, ratioWords } from '../job/beam/beamWords';
import { ScrewTurns } from '../job/beam/ScrewTurns';
import { RoadView } from '../job/beam/RoadView';
import { WallsSeen } from '../job/beam/WallsSeen';
import { useJob, useSwapIn, useView } from '../job/JobContext';
import { LightReading } from '../job/LightReading';
import { WallLines } from './WallLines';

/** Aim and the light after: what closes the promise that every swap of a beam makes. */
export function AimPanel() {
  const { words, say, swap, rights } = useJob();
  const looks = useSwapIn(useView(looksView));
  const { t } = words;
  if (!swap?.choice || !looks?.aimed) return null;
  const read = looks.aimRead ?? looks.aim;
  const ratios = looks.change?.ratios ?? [];
  const aims = looks.aimRead?.lamps ?? [];
  return (
    <section className="grid gap-2 border-t border-line pt-3" data-aim={read ? 'read' : 'open'}>
      <h3 className="text-lg">{t('aim.title')}</h3>
      {(ratios.length > 0 || aims.length > 0) && (
        <BeamPicture ratios={ratios} aims={aims} words={pictureWords(words, say)} />
      )}
      <WallLines swap={looks.id} />
      {looks.aimRead ? <AimFigures /> : looks.aim ? <AimSaid /> : rights.workAtVehicle && <AimForm />}
      <WallsSeen swap={looks.id} when="after" />
      {(looks.before || looks.after) && (
        <>
          <Light />
          {(looks.after !== null || rights.workAtVehicle) && <LightReading swap={looks.id} when="after" />}
        </>
      )}
      <RoadView swap={looks.id} />
      <p className="text-sm text-soft">{t('aim.caution')}</p>
    </section>
  );
}

/** Before against after with its interval, or which part of the set-up stands against it; what oncoming drivers get. */
function Light() {
  const { words, say } = useJob();
  const looks = useSwapIn(useView(looksView));
  const { t } = words;
  if (!looks) return null;
  const { change, after } = looks;
  const said = change && alikeWords(change, words, say);
  return (
    <>
      {change && change.ratios.length > 0 && (
        <ul className="text-sm" data-ratio>
          {change.ratios.map((r) => (
            <li key={`${r.position}/${r.point}`}>{ratioWords(r, words, say)}</li>
          ))}
        </ul>
      )}
      {said && (
        <p
          className={`text-sm ${change.alike.verdict === 'unlike' ? 'text-plum' : 'text-soft'}`}
          data-alike={change.alike.verdict}
        >
          {said}
        </p>
      )}
      {(after?.glare ?? []).map(({ position, glare }) => (
        <p
          key={position}
          className={`text-sm ${glare.over ? 'font-semibold text-plum' : ''}`}
          data-glare={glare.over ? 'over' : 'under'}
        >
          {t('aim.glare', {
            position: say.position(position),
            cd: Math.round(glare.candela),
            lx: say.number(Math.round(glare.eyeLx * 100) / 100),
            over: String(glare.over),
            most: glare.mostCd,
          })}
        </p>
      ))}
    </>
  );
}

/** The aim by its figures: each lamp held against the rule, where to move it, and by how many turns. */
function AimFigures() {
  const { view, words, say, sender } = useJob();
  const zone = useZone();
  const { t } = words;
  const aim = useSwapIn(useView(looksView))?.aimRead;
  if (!aim) return null;
  return (
    <div className="grid gap-1">
      {aim.lamps.map((a) => {
        const [first] = a.judged;
        const spot = aim.body.lamps[a.position];
        const mm = Math.round(first?.moveMm ?? 0);
        return (
          <div key={a.position} data-lamp-aim={a.position} data-passes={a.passes}>
            <p className={a.passes ? '' : 'font-semibold text-plum'}>{aimWords(a, words, say).join('; ')}</p>
            {first && !a.passes && spot && (
              <>
                <p>{t('aim.move', { mm: Math.abs(mm), way: mm > 0 ? 'up' : 'down' })}</p>
                <ScrewTurns
                  upMm={spot.upMm}
                  acrossMm={spot.acrossMm ?? null}
                  targetMm={first.line.fromLevelMm}
                />
              </>
            )}
          </div>
        );
      })}
      <p className="text-sm text-soft">
        {t('aim.by', {
          m: say.number(aim.body.distanceMm / 1000),
          by: view.names[aim.by] ?? '',
          at: say.date(aim.at, zone),
        })}{' '}
        <button
          type="button"
          className={BUTTON.quiet}
          onClick={() => void sender.send('void', { target: aim.event })}
          data-aim-again
        >
          {t('undo')}
        </button>
      </p>
    </div>
  );
}

/** An aim of before, that its reader called within or outside. */
function AimSaid() {
  const { view, words, say, sender } = useJob();
  const zone = useZone();
  const { t } = words;
  const aim = useSwapIn(useView(looksView))?.aim;
  if (!aim) return null;
  return (
    <div>
      <ul>
        {Object.entries(aim.lamps).map(([p, a]) => (
          <li key={p} className={a.within ? '' : 'font-semibold text-plum'} data-within={a.within}>
            {t('aim.was', {
              position: say.position(p),
              mm: say.number(a.dropMm),
              percent: say.number(dropPercent(a.dropMm, aim.distanceMm)),
              within: a.within ? 'yes' : 'no',
            })}
          </li>
        ))}
      </ul>
      <p className="text-sm text-soft">
        {t('aim.how', {
          m: say.number(aim.distanceMm / 1000),
          against: aim.against,
          by: view.names[aim.by] ?? '',
          at: say.date(aim.at, zone),
        })}{' '}
        <button
          type="button"
          className={BUTTON.quiet}
          onClick={() => void sender.send('void', { target: aim.event })}
        >
          {t('undo')}
        </button>
      </p>
    </div>
  );
}
