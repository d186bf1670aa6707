'use client';
import type { ReleaseDocument } from '@/core/job';
import { SheetFrame, SheetPart, useSheetWords } from './SheetFrame';

/** What the customer takes along: what was fitted, what it does now, what is left to mind. */
export function CustomerSheet({ doc, back }: { doc: ReleaseDocument; back: string }) {
  const { words, say, t, tCode } = useSheetWords(doc);
  const handedOver = doc.items.filter((i) => i.how === 'handed-over');
  return (
    <SheetFrame doc={doc} title={t('sheet.customer')} back={back}>
      <SheetPart title={t('sheet.you-came-with')}>
        <p>{doc.job.words}</p>
      </SheetPart>
      {doc.swaps.map((s, i) => {
        const gained = s.functions.filter((f) => f.change === 'gained');
        const lost = s.functions.filter((f) => f.change === 'lost');
        return (
          <SheetPart key={i} title={t('sheet.fitted', { positions: say.positions(s.positions) })}>
            <ul>
              {s.lamps.map((l) => (
                <li key={l.position}>
                  <span className="first-letter:uppercase">{say.position(l.position)}</span>: {l.maker}{' '}
                  {l.name}, <span className="font-mono">{l.partNumber}</span>
                </li>
              ))}
              {s.parts
                .filter((p) => p.certain)
                .map((p) => (
                  <li key={p.partNumber}>
                    {p.quantity} × {words.prose(p.name)}, <span className="font-mono">{p.partNumber}</span>
                  </li>
                ))}
            </ul>
            <p className="mt-1">
              {gained.length > 0 && (
                <>{t('sheet.new-functions', { list: words.list(gained.map((f) => say.does(f.does))) })} </>
              )}
              {lost.length > 0 && (
                <b>{t('sheet.lost-functions', { list: words.list(lost.map((f) => say.does(f.does))) })} </b>
              )}
              {gained.length + lost.length === 0 && t('sheet.same-functions')}
            </p>
            <p className="mt-1">
              {tCode(`road.${s.road.mark}`)}. {s.road.reasons.map((r) => say.reason(r).text).join(' ')}
            </p>
            {s.override && <p className="mt-1">{t('sheet.override', { consent: s.override.consent })}</p>}
          </SheetPart>
        );
      })}
      {doc.hands && doc.hands.proofs.all > 0 && (
        <SheetPart title={t('sheet.proofs')}>
          <p>{t('sheet.proven', { proven: doc.hands.proofs.proven, all: doc.hands.proofs.all })}</p>
        </SheetPart>
      )}
      <SheetPart title={t('sheet.left-to-do')}>
        {handedOver.length === 0 ? (
          <p>{t('sheet.nothing-left')}</p>
        ) : (
          <ul className="list-disc pl-5">
            {handedOver.map((i, n) => (
              <li key={n}>
                {say.reason(i.what).text} <b>{i.words}</b>
              </li>
            ))}
          </ul>
        )}
      </SheetPart>
    </SheetFrame>
  );
}
