'use client';
import { cavityOf } from '@/core/kernel/ids';
import { WIRES } from '@/core/electric/formulas';
import { drawLead, leadRows, type WirePart } from '@/core/harness';
import { swapWireParts, wireView } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { DrawingView } from '@/ui/DrawingView';
import { Link } from '@/ui/Link';
import { VerdictMark } from '@/ui/marks';
import { WireSwatch } from '@/ui/WireSwatch';
import { useJob, useView } from '../job/JobContext';
import { harnessWords } from '@/words';
import { AdapterChoices } from './AdapterChoices';
import type { PanelProps } from './wireScope';

/** What lies between the plugs: adapters, the lead to be made joint by joint, everything to buy, the drawing. */
export function LeadPanel({ wiring, swap, data }: PanelProps) {
  const { view, words, say } = useJob();
  const wire = useView(wireView);
  const { t, tCode, prose } = words;
  const { map, build } = wiring;
  if (!map) return null;
  const rows = leadRows(map, build, wiring.vehiclePlugs);
  const drawing = drawLead(rows, { circuit: harnessWords(words, say).role, plug: (id) => id });
  const partOf = (id: string) => data.parts.find((p) => p.id === id);
  const partName = (id: string) => prose(partOf(id)?.name ?? { en: id });
  const parts = swapWireParts(wire, swap);
  const file = (name: string) => `/api/jobs/${view.id}/harness/${name}?pos=${wiring.position}`;
  const partWords = (p: WirePart): string => {
    switch (p.kind) {
      case 'adapter':
        return `${partName(p.part)} · ${partOf(p.part)?.partNumber ?? ''}`;
      case 'housing':
        return t('wire.part-housing', { family: p.family, half: p.half });
      case 'terminal':
      case 'seal':
      case 'blank':
        return t(`wire.part-${p.kind}`, { family: p.family });
      case 'wire':
        return t('wire.part-wire', { size: p.size, m: p.lengthM });
      case 'fuse':
        return t('wire.part-fuse', { fuseA: say.number(p.fuseA) });
      case 'resistor':
        return t('wire.part-resistor', { ohm: say.number(p.ohm), ratingW: say.number(p.ratingW) });
      case 'cure':
        return tCode(`cure.${p.cure}`);
      case 'tap':
      case 'module':
      case 'splice':
      case 'butt':
        return t(`wire.part-${p.kind}`);
    }
  };
  return (
    <div className="grid gap-5">
      <section>
        <h3 className="text-lg">{t('wire.adapters')}</h3>
        {map.adapters.length > 0 ? (
          <p className="flex items-center gap-2" data-adapters={map.adapters.join()}>
            <VerdictMark verdict="fits-with-parts" />
            {t('wire.adapter-chain', {
              parts: words.list(map.adapters.map(partName)),
              joints: map.chain?.joints ?? map.joints.length,
            })}
          </p>
        ) : (
          <p className="text-soft" data-adapters="">
            {build ? t('wire.chain-none') : t('wire.adapter-none')}
          </p>
        )}
      </section>
      <AdapterChoices wiring={wiring} swap={swap} data={data} partName={partName} />
      <section>
        <h3 className="text-lg">{t('wire.build')}</h3>
        {!build ? (
          <p className="text-soft">{t('wire.build-none')}</p>
        ) : (
          <>
            <ul data-build={build.wires.length}>
              {build.housings.map((h) => (
                <li key={`${h.end}${h.plug}`} className="text-[0.94rem]">
                  <b>
                    {t('wire.build-housing', {
                      family: h.family,
                      half: h.half,
                      end: h.end === 'in' ? t('wire.housing-in') : t('wire.housing-out'),
                    })}
                  </b>{' '}
                  {t('wire.build-parts', {
                    terminals: h.terminals,
                    seals: h.seals,
                    blanks: h.blanks.length > 0 ? words.list(h.blanks) : 'none',
                  })}
                </li>
              ))}
              {build.splices.map((s) => (
                <li key={s.cavity} className="text-[0.94rem]">
                  {t('wire.splice', { cavity: s.cavity, ends: words.list(s.ends) })}
                </li>
              ))}
              {build.notes.map((n, i) => (
                <li key={i} className="text-sm text-soft">
                  {say.reason(n).text}
                </li>
              ))}
            </ul>
          </>
        )}
        {map.unused.map((u) => (
          <p key={u.plug} className="text-sm" data-unused={u.plug}>
            {tCode('reason.alternative-unused', { plug: u.plug, used: u.for })}
          </p>
        ))}
      </section>
      {rows.length > 0 && (
        <section className="grid gap-2">
          <div className="flex flex-wrap items-baseline justify-between gap-3">
            <h3 className="text-lg">{t('wire.drawing')}</h3>
            <p className="flex gap-2">
              <Link className={BUTTON.quiet} href={`/jobs/${view.id}/sheets/harness?pos=${wiring.position}`}>
                {t('wire.sheet')}
              </Link>
              <a className={BUTTON.quiet} href={file('drawing.svg')} download>
                {t('wire.svg')}
              </a>
              <a className={BUTTON.quiet} href={file('sheet.pdf')} download>
                {t('wire.pdf')}
              </a>
            </p>
          </div>
          <DrawingView drawing={drawing} label={t('wire.drawing')} />
          <table className="w-full border-collapse text-[0.92rem]" data-joints={rows.length}>
            <thead className="text-left text-sm text-soft">
              <tr className="border-b border-line">
                {(['from', 'to', 'circuit', 'wire', 'size', 'length', 'pull'] as const).map((c) => (
                  <th key={c} className="py-1 font-semibold">
                    {t(`wire.col-${c}`)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="font-mono text-[0.86rem]">
              {rows.map((r) => {
                const pull = r.size && WIRES[r.size].crimpN;
                return (
                  <tr key={cavityOf(r.to.plug, r.to.cavity)} className="border-b border-line">
                    <td className="py-1">{cavityOf(r.from.plug, r.from.cavity)}</td>
                    <td>{cavityOf(r.to.plug, r.to.cavity)}</td>
                    <td className="font-sans">{say.circuit(r.circuit)}</td>
                    <td>
                      {r.wire ? (
                        <WireSwatch
                          base={r.wire.base}
                          {...(r.wire.stripe ? { stripe: r.wire.stripe } : {})}
                          {...(r.wire.printed ? { printed: r.wire.printed } : {})}
                        />
                      ) : (
                        t('wire.no-colour')
                      )}
                    </td>
                    <td>{r.size ?? '–'}</td>
                    <td>{r.lengthM === null ? '–' : t('wire.metres', { m: r.lengthM })}</td>
                    <td>{pull ? t('wire.newton', { n: pull }) : '–'}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
      )}
      <section>
        <h3 className="text-lg">{t('wire.parts')}</h3>
        {parts.length === 0 ? (
          <p className="text-soft">{t('wire.part-none')}</p>
        ) : (
          <ul data-wire-parts={parts.length}>
            {parts.map((p, i) => (
              <li key={i} className="flex gap-3 border-b border-line py-0.5">
                <span className="w-12 text-right font-mono">
                  {t('wire.part-qty', { quantity: p.quantity })}
                </span>
                {partWords(p)}
              </li>
            ))}
          </ul>
        )}
      </section>
      <Figures />
    </div>
  );
}

/** Results of calculators that somebody put into this job. */
function Figures() {
  const { view, words } = useJob();
  const wire = useView(wireView);
  const { t } = words;
  if (wire.figures.length === 0) return null;
  return (
    <section>
      <h3 className="text-lg">{t('figure.title')}</h3>
      <ul>
        {wire.figures.map((f) => (
          <li key={f.event} className="border-b border-line py-1" data-figure-noted={f.calculator}>
            <b>{t('figure.line', { calculator: t(`calc.${f.calculator}`), result: f.result })}</b> {f.words}
            <span className="block font-mono text-[0.8rem] text-soft">
              {t('figure.from', {
                inputs: f.inputs.map((i) => `${i.name} ${i.typed}`).join(', '),
                by: view.names[f.by] ?? '',
              })}{' '}
              {f.formula}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
