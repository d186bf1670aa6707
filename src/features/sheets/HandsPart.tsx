'use client';
import { OWN_PLUG, PLUG_CHECKS, type ReleaseDocument, type ReleaseHands } from '@/core/job';
import { SHEET_CELL, SheetPart, useSheetWords } from './SheetFrame';

/** What hands did: steps with what was otherwise, the balance, plugs, readings, proofs. */
export function HandsPart({ doc, hands }: { doc: ReleaseDocument; hands: ReleaseHands }) {
  const { words, say, t, tCode } = useSheetWords(doc);
  const { fasteners, proofs } = hands;
  return (
    <>
      <SheetPart title={t('sheet.hands')}>
        <div className="text-sm">
          {hands.ways.length > 0 && (
            <p>
              {t('sheet.way-taken', { ways: words.list(hands.ways.map((w) => words.prose(w))) })}{' '}
              {t('sheet.steps-done', { out: hands.stepsOut, back: hands.stepsBack })}
            </p>
          )}
          <p>
            {t('sheet.balance', { out: fasteners.out, in: fasteners.in })}{' '}
            {fasteners.open.length > 0 &&
              t('sheet.balance-open', {
                list: words.list(
                  fasteners.open.map((g) =>
                    t('sheet.balance-line', {
                      step: g.step ? words.prose(g.step) : '',
                      group: g.group,
                      holes: Math.max(0, g.holes),
                      left: Math.max(0, g.left),
                      short: Math.max(0, -g.left),
                    }),
                  ),
                ),
              })}
          </p>
          {hands.deviations.length > 0 && (
            <>
              <p className="mt-1 font-semibold">{t('sheet.deviations')}</p>
              <ul>
                {hands.deviations.map((d, i) => (
                  <li key={i}>
                    {d.said ? say.reason(d.said).text : words.prose(d.step)}
                    {d.position && `, ${say.position(d.position)}`}: {tCode(`tick.${d.outcome}`)} – {d.words}{' '}
                    · {d.by}
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
      </SheetPart>
      {hands.plugs.length > 0 && (
        <SheetPart title={t('sheet.plugs')}>
          <table className="w-full text-sm">
            <tbody>
              {hands.plugs.map((p) => (
                <tr key={`${p.position}/${p.plug}`}>
                  <th className={SHEET_CELL}>
                    {say.position(p.position)},{' '}
                    {p.plug === OWN_PLUG ? t('plug.own') : <span className="font-mono">{p.plug}</span>}
                  </th>
                  <td className={SHEET_CELL}>
                    {PLUG_CHECKS.map(
                      (c) => `${tCode(`plug-check.${c}`)}: ${tCode(`looked.${p.checks[c]}`)}`,
                    ).join(' · ')}
                  </td>
                  <td className={SHEET_CELL}>{p.by}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </SheetPart>
      )}
      {hands.bench.length > 0 && (
        <SheetPart title={t('sheet.bench')}>
          <table className="w-full text-sm">
            <tbody>
              {hands.bench.map((b, i) => (
                <tr key={i}>
                  <th className={SHEET_CELL}>
                    {say.position(b.position)}, {say.does(b.does)}
                  </th>
                  <td className={SHEET_CELL}>
                    {t(b.asExpected ? 'bench.amps-as-expected' : 'bench.amps', {
                      a: say.number(b.reading.currentA),
                    })}{' '}
                    ({t('bench.expected')} {t('bench.amps', { a: say.number(b.expectedA) })},{' '}
                    {say.number(b.voltageV)} V)
                  </td>
                  <td className={SHEET_CELL}>
                    {b.passes ? '✓' : '≠'} {b.by}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </SheetPart>
      )}
      {proofs.all > 0 && (
        <SheetPart title={t('sheet.proofs')}>
          <p className="text-sm">
            {t('sheet.proof-line', { proven: proofs.proven, all: proofs.all, settings: proofs.settings })}
          </p>
          <ul className="text-sm">
            {proofs.otherwise.map((o, i) => (
              <li key={i}>
                {t('sheet.proof-otherwise', {
                  does: say.does(o.does),
                  position: say.position(o.position),
                  seen: o.seen ? tCode(`seen.${o.seen}`) : t('prove.not-seen'),
                })}
              </li>
            ))}
          </ul>
        </SheetPart>
      )}
    </>
  );
}
