'use client';
import { type FormEvent, useState } from 'react';
import { aimAgain, aimDistancesMm, aimMove, dropPercent, type LampAim, looksView } from '@/core/job';
import { readMeasure } from '@/core/quantity';
import { BeamPicture } from '@/ui/BeamPicture';
import { BUTTON } from '@/ui/classes';
import { useZone } from '@/ui/WordsContext';
import { AimForm } from '../job/beam/AimForm';
import { aimSentence, aimWords, alikeWords, pictureWords, ratioWords } from '../job/beam/beamWords';
import { Figure } from '../job/beam/Figure';
import { figureWords, measureLabel } from '../job/beam/figureWords';
import { ScrewTurns } from '../job/beam/ScrewTurns';
import { RoadView } from '../job/beam/RoadView';
import { WallsSeen } from '../job/beam/WallsSeen';
import { useBusy, useJob, useSwapIn, useView } from '../job/JobContext';
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
      {looks.aim && !looks.aimRead && <AimSaid />}
      {looks.aimRead ? <AimFigures /> : rights.workAtVehicle && <AimForm />}
      {(ratios.length > 0 || aims.length > 0) && (
        <BeamPicture ratios={ratios} aims={aims} words={pictureWords(words, say)} />
      )}
      <WallLines swap={looks.id} />
      <WallsSeen swap={looks.id} when="after" />
      <HalfAndHalf />
      {looks.baselineWords && (
        <p className="text-sm" data-words-only>
          {t('light-read.words-only', { words: looks.baselineWords })}
        </p>
      )}
      {(looks.before || looks.after || looks.baselineWords) && (
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

/** An old lamp and a new one at the same moment: the best comparison there is, while one of the pair still stands. */
function HalfAndHalf() {
  const { words, say, rights } = useJob();
  const looks = useSwapIn(useView(looksView));
  const { t } = words;
  if (!looks || (!looks.kept && !looks.half)) return null;
  return (
    <div className="grid gap-1" data-half-light={looks.half ? 'read' : 'open'}>
      <h4 className="font-semibold">{t('half-light.title')}</h4>
      {(looks.half?.change.ratios ?? []).map((r) => (
        <p key={`${r.position}/${r.point}`} className="text-sm" data-half-ratio>
          {ratioWords(r, words, say)}
        </p>
      ))}
      {(looks.half || rights.workAtVehicle) && <LightReading swap={looks.id} when="half" />}
      <p className="text-sm text-soft">{t('half-light.about')}</p>
    </div>
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
      {(after?.glare ?? []).map(({ position, atM, glare }) => (
        <p
          key={`${position}/${atM}`}
          className={`text-sm ${glare.over ? 'font-semibold text-plum' : ''}`}
          data-glare={glare.over ? 'over' : 'under'}
        >
          {t('aim.glare', {
            position: say.position(position),
            at: atM,
            cd: Math.round(glare.candela),
            lx: say.number(Math.round(glare.eyeLx * 100) / 100),
            over: String(glare.over),
            most: glare.mostCd,
          })}
        </p>
      ))}
      <Dazzle />
    </>
  );
}

/** A dazzle complaint: whether it is the aim or the lamp, and how far down the rule lets it go. */
function Dazzle() {
  const { words, say } = useJob();
  const looks = useSwapIn(useView(looksView));
  const { t } = words;
  return (looks?.dazzle ?? [])
    .filter((d) => d.cure?.kind !== 'fine')
    .map((d) => (
      <p key={d.position} className="text-sm" data-dazzle={d.cure?.kind ?? 'no-aim'}>
        {t('dazzle.cure', {
          position: say.position(d.position),
          kind: cureWord(d.cure),
          mm:
            d.cure?.kind === 'lower'
              ? Math.ceil(d.cure.byMm)
              : d.cure?.kind === 'more-readings'
                ? Math.round(d.cure.upToMm)
                : 0,
          percent: d.cure?.kind === 'lower' ? say.number(Math.round(d.cure.byPercent * 100) / 100) : '',
          lux: say.number(Math.round((d.cure?.kind === 'lamp' ? d.cure.atLowestLx : d.mostLux) * 10) / 10),
          most: say.number(Math.round(d.mostLux * 10) / 10),
        })}
      </p>
    ));
}

const cureWord = (cure: { readonly kind: string } | null): string =>
  cure === null ? 'aim' : cure.kind === 'more-readings' ? 'more' : cure.kind;

/** The aim by its figures: each lamp held against the rule, where to move it, and by how many turns. */
function AimFigures() {
  const { view, words, say, sender } = useJob();
  const zone = useZone();
  const { t } = words;
  const aim = useSwapIn(useView(looksView))?.aimRead;
  if (!aim) return null;
  return (
    <div className="grid gap-2">
      {aim.lamps.map((a) => (
        <LampAimed key={a.position} aim={a} />
      ))}
      <p className="text-sm text-soft">
        {t('aim.by', {
          m: aimDistancesMm(aim.lamps, aim.body.distanceMm)
            .map((mm) => words.measure('distance', mm / 1000))
            .join(' / '),
          by: view.names[aim.by] ?? '',
          at: say.date(aim.at, zone),
        })}{' '}
        <button
          type="button"
          className={BUTTON.quiet}
          onClick={() => void sender.send('void', { target: aim.event })}
          data-aim-again
        >
          {t('aim.whole-again')}
        </button>
      </p>
    </div>
  );
}

/** One lamp: a sentence that says what to do, the next reading beside it, and the figures behind. */
function LampAimed({ aim: a }: { aim: LampAim }) {
  const { words, say, sender, rights } = useJob();
  const busy = useBusy();
  const looks = useSwapIn(useView(looksView));
  const { t } = words;
  const [below, setBelow] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const read = looks?.aimRead;
  const spot = read?.body.lamps[a.position];
  if (!looks || !read || !spot) return null;
  const move = aimMove(a, read.body.distanceMm, spot.acrossMm, looks.screws[a.position]);
  const [first] = a.judged;
  const again = (event: FormEvent) => {
    event.preventDefault();
    const mm = readMeasure(below, 'length', { ...words, signed: true });
    const label = measureLabel(t('aim.again', { position: say.position(a.position) }), 'length', words);
    if (mm.kind === 'fault') return setFault(figureWords(mm, label, words));
    const body = aimAgain(read.body, a.position, mm.value);
    setFault(null);
    if (body)
      void sender.send('aim-read', body).then((kept) => {
        if (kept) setBelow('');
      });
  };
  return (
    <div
      className="grid gap-1 border-b border-line pb-2"
      data-lamp-aim={a.position}
      data-passes={a.passes}
      data-aim-verdict={move.verdict}
    >
      <p className={`text-lg font-semibold ${a.passes ? '' : 'text-plum'}`} data-aim-sentence>
        {aimSentence(a.position, move, words, say)}
      </p>
      {rights.workAtVehicle && !a.passes && first && (
        <form onSubmit={again} noValidate className="flex flex-wrap items-end gap-3" data-aim-retry>
          <Figure
            label={t('aim.again', { position: say.position(a.position) })}
            value={below}
            onChange={setBelow}
            width="w-60"
            measured="length"
            data-aim-again-field={a.position}
          />
          <button type="submit" className={BUTTON.main} disabled={busy} data-act>
            {t('aim.again-save')}
          </button>
          <p role="alert" className="text-sm text-plum">
            {fault}
          </p>
        </form>
      )}
      {first && !a.passes && (
        <ScrewTurns upMm={spot.upMm} acrossMm={spot.acrossMm ?? null} targetMm={first.line.fromLevelMm} />
      )}
      <details data-aim-figures>
        <summary className="cursor-pointer py-1 text-sm font-semibold text-petrol">
          {t('aim.figures-shown')}
        </summary>
        <p className="text-sm">{aimWords(a, words, say).join('; ')}</p>
      </details>
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
              mm: a.dropMm,
              percent: say.number(dropPercent(a.dropMm, aim.distanceMm)),
              within: a.within ? 'yes' : 'no',
            })}
          </li>
        ))}
      </ul>
      <p className="text-sm text-soft">
        {t('aim.how', {
          m: aim.distanceMm / 1000,
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
