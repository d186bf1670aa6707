'use client';
import { MOUNT_CHECKS, type ReleaseDocument, type ReleaseRecords } from '@/core/job';
import { RecordLight } from './RecordLight';
import { SHEET_CELL, SheetLines, SheetPart, useSheetWords } from './SheetFrame';

/** Serials and boxes, price and what was agreed, light and aim, mounted lamps, rechecks: as they were frozen. */
export function RecordsPart({ doc, records }: { doc: ReleaseDocument; records: ReleaseRecords }) {
  const { words, say, t, tCode } = useSheetWords(doc);
  const lines = [
    ...records.mounted.map(
      (m) =>
        `${say.position(m.position)}: ${MOUNT_CHECKS.map(
          (c) => `${tCode(`mount-check.${c}`)}: ${tCode(`mount-looked.${m.checks[c]}`)}`,
        ).join(' · ')} (${m.by})`,
    ),
    ...records.rechecks.map(
      (r) =>
        `${say.reason(r.what).text} ${tCode(`recheck-outcome.${r.outcome}`)}${r.words ? ` – ${r.words}` : ''} (${r.by})`,
    ),
  ];
  const measured = [
    ...(records.joints ?? []).map(
      (j) =>
        `${say.reason(j.what).text}: ${tCode(`tug.verdict.${j.verdict}`, { n: j.pullN ?? 0 })}${
          j.leastN === null ? '' : `, ${t('tug.least', { n: j.leastN })}`
        } (${j.by})`,
    ),
    ...(records.drops ?? []).map(
      (d) =>
        `${t('drop.point', { position: say.position(d.position), does: say.does(d.does) })}: ${t(
          'sheet.drop',
          {
            supply: say.number(d.supplyV),
            ground: say.number(d.groundV),
            loop: say.number(d.loopV),
            limit: say.number(d.limitV),
            how: d.asExpected ? 'expected' : 'read',
          },
        )} (${d.by})`,
    ),
  ];
  return (
    <>
      {records.boxes.length > 0 && (
        <SheetPart title={t('sheet.boxes')}>
          <table className="w-full text-sm">
            <tbody>
              {records.boxes.map((b) => (
                <tr key={`${b.position}/${b.lamp}`}>
                  <th className={SHEET_CELL}>{say.position(b.position)}</th>
                  <td className={SHEET_CELL}>
                    {[
                      b.serial && t('sheet.serial', { serial: b.serial }),
                      b.lot && t('sheet.lot', { lot: b.lot }),
                      b.bad.length > 0
                        ? words.list(b.bad.map((c) => tCode(`wrong.${c}`)))
                        : t('sheet.box-good'),
                      ...b.leftovers.map((l) => t('sheet.leftover', l)),
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </td>
                  <td className={SHEET_CELL}>{b.by}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </SheetPart>
      )}
      {records.quotes.map((q, i) => (
        <SheetPart key={i} title={t('sheet.price', { positions: say.positions(q.positions) })} flows>
          <table className="w-full text-sm">
            <tbody>
              {q.lines.map((l, n) => (
                <tr key={n}>
                  <td className={`${SHEET_CELL} w-12 font-mono`}>
                    {l.kind === 'work' ? '' : `${l.quantity} ×`}
                  </td>
                  <th className={SHEET_CELL}>
                    {l.kind === 'work'
                      ? t('sheet.work', { minutes: l.quantity })
                      : l.name !== null
                        ? typeof l.name === 'string'
                          ? l.name
                          : words.prose(l.name)
                        : l.what
                          ? say.reason(l.what).text
                          : ''}
                  </th>
                  <td className={`${SHEET_CELL} text-right font-mono`}>
                    {l.price ? say.money(l.price.minor, l.price.currency) : t('quote.no-price')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="text-sm font-semibold">
            {q.total && t('sheet.total', { total: say.money(q.total.minor, q.total.currency) })}{' '}
            {q.agreed &&
              t('quote.agreed', {
                total: say.money(q.agreed.total.minor, q.agreed.total.currency),
                words: q.agreed.words,
              })}
          </p>
        </SheetPart>
      ))}
      {(records.scopes ?? []).length > 0 && (
        <SheetPart title={t('scope.title')}>
          <SheetLines
            lines={(records.scopes ?? []).map(
              (x) =>
                `${x.words}: ${t('looks.minutes', { minutes: x.minutes })}${
                  x.price ? `, ${say.money(x.price.minor, x.price.currency)}` : ''
                } – ${x.consent} (${x.by})`,
            )}
          />
        </SheetPart>
      )}
      <RecordLight doc={doc} />
      {measured.length > 0 && (
        <SheetPart title={t('sheet.measured-wiring')}>
          <SheetLines lines={measured} />
        </SheetPart>
      )}
      {lines.length > 0 && (
        <SheetPart title={t('sheet.looked-over')}>
          <SheetLines lines={lines} />
        </SheetPart>
      )}
    </>
  );
}

/** The history in lines that are read: who did what, of which lamps, how often in a row. */
export function HistoryPart({ doc }: { doc: ReleaseDocument }) {
  const { say, t, tCode } = useSheetWords(doc);
  const lines = doc.records?.history;
  const who = ({ by, surely }: NonNullable<typeof lines>[number]): string =>
    surely
      ? t('sheet.surely', {
          name: by,
          signedIn: surely.signedIn ?? 'none',
          letInBy: surely.letInBy ?? 'none',
        })
      : by;
  return (
    <SheetPart title={t('sheet.history')} flows>
      <ul className="columns-2 text-sm">
        {lines
          ? lines.map((l, n) => (
              <li key={n} className="break-inside-avoid">
                {t('sheet.history-line', {
                  at: say.date(l.at, doc.shop.zone),
                  by: who(l),
                  did: tCode(`did.${l.type}`, {
                    count: String(l.count),
                    counted: String(l.counted ?? 0),
                  }),
                  at2: l.positions.length > 0 ? say.positions(l.positions) : 'none',
                  words: l.words || 'none',
                })}
              </li>
            ))
          : doc.history.map((h, n) => (
              <li key={n} className="break-inside-avoid">
                {say.date(h.at, doc.shop.zone)} · {h.by} · {tCode(`event.${h.type}`)}
              </li>
            ))}
      </ul>
    </SheetPart>
  );
}
