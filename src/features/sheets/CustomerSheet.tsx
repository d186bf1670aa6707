'use client';
import { priceOf, type ReleaseDocument } from '@/core/job';
import { LampFace } from '@/ui/LampFace';
import { RecordLight } from './RecordLight';
import { SHEET_CELL, SheetFrame, SheetLines, SheetPart, useSheetWords } from './SheetFrame';

type Swap = ReleaseDocument['swaps'][number];

/** What the customer takes along: the lamps then and now, what they do, the light measured, what is left to mind. */
export function CustomerSheet({ doc, back }: { doc: ReleaseDocument; back: string }) {
  const { say, t } = useSheetWords(doc);
  const handedOver = doc.items.filter((i) => i.how === 'handed-over');
  return (
    <SheetFrame doc={doc} title={t('sheet.customer')} back={back}>
      <SheetPart title={t('sheet.you-came-with')}>
        <p>{doc.job.words}</p>
      </SheetPart>
      {doc.swaps.map((s, i) => (
        <SheetPart key={i} title={t('sheet.fitted', { positions: say.positions(s.positions) })}>
          <ThenAndNow doc={doc} swap={s} />
          <Fitted doc={doc} swap={s} />
          <Functions doc={doc} swap={s} />
        </SheetPart>
      ))}
      <RecordLight doc={doc} />
      {doc.hands && doc.hands.proofs.all > 0 && (
        <SheetPart title={t('sheet.proofs')}>
          <p>{t('sheet.proven', { proven: doc.hands.proofs.proven, all: doc.hands.proofs.all })}</p>
        </SheetPart>
      )}
      <Paid doc={doc} />
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
      <Keep doc={doc} />
    </SheetFrame>
  );
}

/** What it costs, and with whom that was agreed; what came in besides. Nothing where no price was kept. */
function Paid({ doc }: { doc: ReleaseDocument }) {
  const { say, t } = useSheetWords(doc);
  const money = (m: { readonly minor: number; readonly currency: string }) => say.money(m.minor, m.currency);
  const quotes = (doc.records?.quotes ?? []).flatMap((q) => {
    const sum = priceOf(q);
    return sum ? [{ ...q, sum }] : [];
  });
  const scopes = doc.records?.scopes?.filter((s) => s.price) ?? [];
  if (quotes.length + scopes.length === 0) return null;
  return (
    <SheetPart title={t('sheet.paid')}>
      <table className="w-full">
        <tbody>
          {quotes.map((q, i) => (
            <tr key={i}>
              <th scope="row" className={`${SHEET_CELL} first-letter:uppercase`}>
                {say.positions(q.positions)}
                <span className="block text-sm">
                  {q.agreed ? t('sheet.agreed', { words: q.agreed.words }) : t('sheet.reckoned')}
                </span>
              </th>
              <td className={`${SHEET_CELL} text-right`}>
                {money(q.sum)}
                {q.taxed !== undefined && (
                  <span className="block text-sm">
                    {q.taxed
                      ? t('quote.with-tax', { percent: q.taxed.bp / 100, total: money(q.taxed.total) })
                      : t('sheet.no-tax')}
                  </span>
                )}
              </td>
            </tr>
          ))}
          {scopes.map((s, i) => (
            <tr key={i}>
              <th scope="row" className={SHEET_CELL}>
                {s.words}
                <span className="block text-sm">{t('sheet.agreed', { words: s.consent })}</span>
              </th>
              <td className={`${SHEET_CELL} text-right`}>{s.price && money(s.price)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </SheetPart>
  );
}

/** What whoever drives it wants to know later: where its fuse is, how it was set, and whom to ask with what in hand. */
function Keep({ doc }: { doc: ReleaseDocument }) {
  const { say, t } = useSheetWords(doc);
  const lines = [
    ...(doc.wiring?.feeds ?? []).map((f) =>
      t('sheet.keep-feed', {
        does: say.does(f.does),
        place: f.place ? say.place(f.place) : f.words,
        fuse: f.fuseA === undefined ? 'none' : t('sheet.keep-fuse', { fuseA: f.fuseA }),
      }),
    ),
    ...(doc.wiring?.modes ?? []).map((m) =>
      t('sheet.wiring-mode', { position: say.position(m.position), chosen: t(`mode.${m.chosen}`) }),
    ),
    t('sheet.keep-warranty', {
      job: String(doc.job.number).padStart(4, '0'),
      serials: doc.records?.boxes.some((b) => b.serial !== '') ? 'yes' : 'no',
    }),
    t('sheet.keep-contact', { shop: doc.shop.name }),
  ];
  return (
    <SheetPart title={t('sheet.keep')}>
      <SheetLines lines={lines} />
      {doc.shop.head && <p className="mt-1 whitespace-pre-line text-sm">{doc.shop.head}</p>}
    </SheetPart>
  );
}

/** Each lamp as it came, by picture or in words, beside the lamp that is there now. */
function ThenAndNow({ doc, swap }: { doc: ReleaseDocument; swap: Swap }) {
  const { words, say, t, tCode } = useSheetWords(doc);
  const { records } = doc;
  if (!records) return null;
  return (
    <div className="mb-2 grid gap-x-6 gap-y-3 sm:grid-cols-2 print:grid-cols-2" data-then-now>
      {swap.positions.map((p) => {
        const lamp = records.drawn[p];
        // How it came is what was taken at the door: a picture of the wall, or of a step, is not.
        const photo = records.photos.find((x) => x.position === p && (x.stage ?? 'arrive') === 'arrive');
        const found = doc.asFound.find((a) => a.position === p);
        const lit = Object.fromEntries((lamp?.functions ?? []).map((f) => [f.does, 1]));
        return (
          <figure key={p} className="break-inside-avoid">
            <figcaption className="pb-1 font-semibold first-letter:uppercase">{say.position(p)}</figcaption>
            <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] items-stretch gap-x-3 gap-y-0.5">
              <div className="grid min-h-20 place-items-center border border-[silver] p-2 text-center text-sm">
                {photo ? (
                  // eslint-disable-next-line @next/next/no-img-element -- our own server, with the session
                  <img
                    src={`/api/photos/${photo.photo}`}
                    alt={t('sheet.then-photo', { position: say.position(p) })}
                    className="max-h-28 max-w-full"
                  />
                ) : (
                  <span>
                    {found
                      ? [words.list(found.found.map((f) => tCode(`found.${f}`))), found.words]
                          .filter(Boolean)
                          .join(': ')
                      : t('sheet.then-none')}
                  </span>
                )}
              </div>
              <div className="grid min-h-20 min-w-0 place-items-center border border-[silver] p-2 [&_svg]:h-auto [&_svg]:max-w-full">
                {lamp && (
                  <LampFace
                    lamp={lamp}
                    levels={lit}
                    widthPx={lamp.face.aspect < 1 ? 62 : 150}
                    label={t('sheet.now-lamp', { position: say.position(p) })}
                  />
                )}
              </div>
              <span className="text-center text-xs">{t('sheet.then')}</span>
              <span className="text-center text-xs">{t('sheet.now')}</span>
            </div>
          </figure>
        );
      })}
    </div>
  );
}

function Fitted({ doc, swap: s }: { doc: ReleaseDocument; swap: Swap }) {
  const { words, say, t } = useSheetWords(doc);
  const serialOf = (position: string) =>
    doc.records?.boxes.find((b) => b.position === position && b.serial !== '')?.serial;
  return (
    <ul>
      {s.lamps.map((l) => {
        const serial = serialOf(l.position);
        return (
          <li key={l.position}>
            <span className="inline-block first-letter:uppercase">{say.position(l.position)}</span>: {l.maker}{' '}
            {l.name}
            {l.partNumber && (
              <>
                , <span className="font-mono">{l.partNumber}</span>
              </>
            )}
            {serial && `, ${t('sheet.serial', { serial })}`}
          </li>
        );
      })}
      {s.parts
        .filter((p) => p.certain)
        .map((p) => (
          <li key={p.partNumber}>
            {p.quantity} × {words.prose(p.name)}, <span className="font-mono">{p.partNumber}</span>
          </li>
        ))}
    </ul>
  );
}

/** What the lamps do now against before: new, made up by a part, gone, not known. */
function Functions({ doc, swap: s }: { doc: ReleaseDocument; swap: Swap }) {
  const { words, say, t, tCode } = useSheetWords(doc);
  const named = (list: Swap['functions']) => words.list(list.map((f) => say.does(f.does)));
  const gained = s.functions.filter((f) => f.change === 'gained');
  const lost = s.functions.filter((f) => f.change === 'lost' && !f.madeUp);
  const madeUp = s.functions.filter((f) => f.change === 'lost' && f.madeUp);
  const unknown = s.functions.filter((f) => f.change === 'unknown');
  const same = gained.length + lost.length + madeUp.length + unknown.length === 0;
  return (
    <>
      <p className="mt-1">
        {gained.length > 0 && <>{t('sheet.new-functions', { list: named(gained) })} </>}
        {madeUp.length > 0 && <>{t('sheet.made-up-functions', { list: named(madeUp) })} </>}
        {unknown.length > 0 && <>{t('sheet.unknown-functions', { list: named(unknown) })} </>}
        {lost.length > 0 && <b>{t('sheet.lost-functions', { list: named(lost) })} </b>}
        {same && t('sheet.same-functions')}
      </p>
      <p className="mt-1">
        {tCode(`road.${s.road.mark}`)}. {s.road.reasons.map((r) => say.reason(r).text).join(' ')}
      </p>
      {s.override && <p className="mt-1">{t('sheet.override', { consent: s.override.consent })}</p>}
    </>
  );
}
