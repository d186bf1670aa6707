'use client';
import type { ReleaseDocument } from '@/core/job';
import { HandsPart } from './HandsPart';
import { HistoryPart, RecordsPart } from './RecordsPart';
import { WiringPart } from './WiringPart';
import { SHEET_CELL, SheetFrame, SheetPart, useSheetWords } from './SheetFrame';

const ITEM_SENTENCE = {
  done: 'items.was-done',
  'handed-over': 'items.was-handed-over',
  met: 'items.was-met',
} as const;

/** The shop's own record: facts with their source, lamps as found, choice with its reasons, items, history. */
export function WorkRecord({ doc, back }: { doc: ReleaseDocument; back: string }) {
  const { words, say, t, tCode } = useSheetWords(doc);
  return (
    <SheetFrame doc={doc} title={t('sheet.record')} back={back}>
      <SheetPart title={t('sheet.facts')} flows>
        <table className="w-full text-sm">
          <tbody>
            {doc.facts.map((f) => (
              <tr key={`${f.key}@${f.subject}`}>
                <th className={SHEET_CELL}>
                  {say.fact(f.key)}
                  {say.subject(f.subject) && `, ${say.subject(f.subject)}`}
                </th>
                <td className={`${SHEET_CELL} font-semibold`}>{say.value(f.key, f.value)}</td>
                <td className={SHEET_CELL}>
                  {tCode(`source.${f.source}`)}
                  {f.by && ` · ${f.by}`}
                  {f.contradicted && ` · ${t('sheet.contradicted')}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </SheetPart>
      <SheetPart title={t('sheet.as-found')}>
        <ul className="text-sm">
          {doc.asFound.map((a) => (
            <li key={a.position}>
              <span className="first-letter:uppercase">{say.position(a.position)}</span>:{' '}
              {words.list(a.found.map((f) => tCode(`found.${f}`)))}
              {a.words && ` – ${a.words}`}
            </li>
          ))}
          {doc.modifications.map((m, i) => (
            <li key={i}>
              {t('sheet.modified')}: {m.words}
              {m.position && `, ${say.position(m.position)}`}
            </li>
          ))}
        </ul>
      </SheetPart>
      {doc.swaps.map((s, i) => (
        <SheetPart
          key={i}
          title={`${t('sheet.fitted', { positions: say.positions(s.positions) })} – ${tCode(`verdict.${s.verdict}`)}`}
        >
          <ul className="text-sm">
            {s.lamps.map((l) => (
              <li key={l.position}>
                <span className="first-letter:uppercase">{say.position(l.position)}</span>: {l.maker} {l.name}
                {l.partNumber && (
                  <>
                    , <span className="font-mono">{l.partNumber}</span>
                  </>
                )}
                , {l.rev === 0 ? t('sheet.by-hand') : t('sheet.shelf-revision', { rev: l.rev })}
              </li>
            ))}
            {s.parts.map((p, n) => (
              <li key={n}>
                {p.quantity} × {words.prose(p.name)}, <span className="font-mono">{p.partNumber}</span>
                {!p.certain && ` (${t('fit.perhaps')})`}
              </li>
            ))}
          </ul>
          <p className="mt-1 text-sm">{s.reasons.map((r) => say.reason(r).text).join(' ')}</p>
          <table className="mt-1 w-full text-sm">
            <tbody>
              {s.functions.map((f) => (
                <tr key={f.does}>
                  <th className={SHEET_CELL}>{say.does(f.does)}</th>
                  <td className={SHEET_CELL}>{tCode(`change.${f.change}`)}</td>
                  <td className={SHEET_CELL}>
                    {f.change === 'lost' && f.madeUp
                      ? t('sheet.made-up')
                      : f.required === 'no'
                        ? ''
                        : f.required === 'unknown'
                          ? t('required.unknown')
                          : tCode(`required.met-${f.stillMet}`)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-sm">
            {tCode(`road.${s.road.mark}`)}. {s.road.reasons.map((r) => say.reason(r).text).join(' ')}
          </p>
          {s.override && (
            <p className="text-sm">
              {t('sheet.override-record', { words: s.override.words, consent: s.override.consent })}
            </p>
          )}
        </SheetPart>
      ))}
      {doc.wiring && <WiringPart doc={doc} wiring={doc.wiring} />}
      {doc.hands && <HandsPart doc={doc} hands={doc.hands} />}
      {doc.records && <RecordsPart doc={doc} records={doc.records} />}
      <SheetPart title={t('items.title')} flows>
        <ul className="text-sm">
          {doc.items.map((i, n) => (
            <li key={n}>
              {say.reason(i.what).text} –{' '}
              {t(ITEM_SENTENCE[i.how], {
                words: i.words,
                by: i.by,
                at: say.date(i.at, doc.shop.zone),
              })}
            </li>
          ))}
        </ul>
      </SheetPart>
      <HistoryPart doc={doc} />
    </SheetFrame>
  );
}
