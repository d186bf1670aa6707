'use client';
import { aimDistancesMm, dropPercent, lightChanges, type ReleaseDocument } from '@/core/job';
import { BeamPicture } from '@/ui/BeamPicture';
import { changeWords } from '@/words';
import { aimWords, alikeWords, pictureWords, ratioWords } from '../job/beam/beamWords';
import { WallFound } from '../job/beam/WallFound';
import { SheetPart, useSheetWords } from './SheetFrame';

/** Light before and after with its true change, and the aim: only what was measured alike is compared. */
export function RecordLight({ doc }: { doc: ReleaseDocument }) {
  const { words, say, t } = useSheetWords(doc);
  const { light = [], aims = [], changes: frozen, aimReads = [], walls = [] } = doc.records ?? {};
  if (light.length + aims.length + aimReads.length + walls.length === 0) return null;
  const ratios = frozen?.flatMap((c) => c.ratios) ?? [];
  const found = aimReads.flatMap((a) => a.lamps);
  const before = light.filter((l) => l.when === 'before');
  // A document of before has no intervals: what it compared stands as it was.
  const changes = frozen
    ? []
    : light
        .filter((l) => l.when === 'after')
        .flatMap((after) => before.flatMap((b) => lightChanges(b, after)));
  return (
    <SheetPart title={t('sheet.light')}>
      {(ratios.length > 0 || found.length > 0) && (
        <BeamPicture ratios={ratios} aims={found} words={pictureWords({ t }, say)} />
      )}
      {walls.length > 0 && (
        <div className="my-2 grid gap-4 sm:grid-cols-2 print:grid-cols-2">
          {walls.map((w) => (
            <WallFound
              key={`${w.position}/${w.when}`}
              body={w.body}
              beside={walls.map((x) => x.body)}
              title={t('wall.title-of', { position: say.position(w.position), when: w.when })}
              targetDeg={null}
              words={words}
              say={say}
            />
          ))}
          <p className="text-xs sm:col-span-2 print:col-span-2">{t('wall.caution')}</p>
        </div>
      )}
      <ul className="text-sm">
        {ratios.map((r) => (
          <li key={`${r.position}/${r.point}`} className="font-semibold">
            {ratioWords(r, { t }, say)}
          </li>
        ))}
        {(frozen ?? []).flatMap((c, i) => {
          const said = alikeWords(c, words, say);
          return said ? [<li key={`alike/${i}`}>{said}</li>] : [];
        })}
        {aimReads.flatMap((a, i) => [
          ...a.lamps.map((l) => (
            <li key={`read/${i}/${l.position}`}>{aimWords(l, { t }, say).join('; ')}</li>
          )),
          <li key={`read/${i}`}>
            {t('aim.by', {
              m: aimDistancesMm(a.lamps, a.distanceMm)
                .map((mm) => words.measure('distance', mm / 1000))
                .join(' / '),
              by: a.by,
              at: say.date(a.at, doc.shop.zone),
            })}
          </li>,
        ])}
        {light.map((l, i) => (
          <li key={i}>
            {t('light-read.was', {
              when: l.when,
              lux: words.list(
                Object.entries(l.lux).map(([p, v]) =>
                  t('light-read.at', { position: say.position(p), lux: say.number(v) }),
                ),
              ),
              m: l.distanceMm / 1000,
              meter: l.meter,
              by: l.by,
              at: say.date(l.at, doc.shop.zone),
            })}
          </li>
        ))}
        {changes.map((c) => (
          <li key={c.position} className="font-semibold">
            {changeWords(c, words, say)}
          </li>
        ))}
        {aims.flatMap((a, i) => [
          ...Object.entries(a.lamps).map(([p, x]) => (
            <li key={`${i}/${p}`}>
              {t('aim.was', {
                position: say.position(p),
                mm: x.dropMm,
                percent: say.number(dropPercent(x.dropMm, a.distanceMm)),
                within: x.within ? 'yes' : 'no',
              })}
            </li>
          )),
          <li key={`${i}/how`}>
            {t('aim.how', {
              m: a.distanceMm / 1000,
              against: a.against,
              by: a.by,
              at: say.date(a.at, doc.shop.zone),
            })}
          </li>,
        ])}
      </ul>
      <p className="text-xs">{t('prove.aim')}</p>
    </SheetPart>
  );
}
