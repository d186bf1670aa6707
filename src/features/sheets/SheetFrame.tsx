'use client';
import type { ReactNode } from 'react';
import type { ReleaseDocument } from '@/core/job';
import { BUTTON } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { useWords } from '@/ui/WordsContext';
import { wording } from '@/words';

/** Words for a frozen document: its fact labels travel with it. */
export function useSheetWords(doc: ReleaseDocument) {
  const words = useWords();
  const facts = new Map(doc.facts.map((f) => [f.key, f]));
  const say = wording(words, {
    label: (k) => facts.get(k)?.label ?? null,
    unit: (k) => facts.get(k)?.unit ?? null,
  });
  return { words, say, t: words.t, tCode: words.tCode };
}

/** A frozen document's sheet: which revision it is, the vehicle, and who signed it. */
export function SheetFrame({
  doc,
  title,
  back,
  children,
}: {
  doc: ReleaseDocument;
  title: string;
  back: string;
  children: ReactNode;
}) {
  const { say, t } = useSheetWords(doc);
  const { vehicle } = doc;
  const identity = (['plate', 'vin', 'serial', 'fleet'] as const).flatMap((k) =>
    vehicle[k] ? [`${t(`identity.${k}`)} ${vehicle[k]}`] : [],
  );
  return (
    <SheetPaper
      title={title}
      back={back}
      shop={doc.shop.name}
      head={doc.shop.head}
      foot={doc.shop.foot}
      job={doc.job.number}
      stand={[t('sheet.revision', { revision: doc.revision }), say.date(doc.lockedAt, doc.shop.zone)]}
      vehicle={`${vehicle.maker} ${vehicle.name}`}
      identity={identity.join(' · ')}
      customer={
        doc.customer ? [doc.customer.name, doc.customer.reach].filter(Boolean).join(' · ') : undefined
      }
      signed={t('sheet.signed', { name: doc.lockedBy })}
    >
      {children}
    </SheetPaper>
  );
}

/** A printed sheet: black on white, A4 or Letter, with the way back and the print button on screen only. */
export function SheetPaper({
  title,
  back,
  shop,
  head,
  foot,
  job,
  stand,
  vehicle,
  identity,
  customer,
  about,
  signed,
  children,
}: {
  title: string;
  back: string;
  shop: string;
  /** What the shop has above and below its sheets. */
  head?: string | undefined;
  foot?: string | undefined;
  job: number;
  /** Lines that say how old it is. */
  stand: readonly string[];
  vehicle: string;
  identity: string;
  /** Name and reach, where they are known. */
  customer?: string | undefined;
  /** What of the vehicle it is about, where it is not the whole. */
  about?: string;
  signed?: string;
  children: ReactNode;
}) {
  const { t } = useWords();
  return (
    <div className="min-h-dvh bg-sunk py-6 print:bg-transparent print:py-0">
      <nav aria-label={title} className="no-print mx-auto mb-4 flex max-w-[50rem] justify-between px-2">
        <Link className={BUTTON.quiet} href={back}>
          {t('sheet.back')}
        </Link>
        <button className={BUTTON.main} onClick={() => window.print()}>
          {t('sheet.print')}
        </button>
      </nav>
      <main className="mx-auto max-w-[50rem] border border-line bg-[white] px-12 py-10 text-[black] print:max-w-none print:border-0 print:p-0">
        <header className="flex items-start justify-between border-b-2 border-[black] pb-3">
          <div>
            <p className="font-head text-lg font-bold">{shop}</p>
            {head && <p className="whitespace-pre-line text-sm">{head}</p>}
            <h1 className="text-3xl">{title}</h1>
          </div>
          <p className="text-right text-sm">
            {t('job.number', { number: String(job).padStart(4, '0') })}
            {stand.map((line) => (
              <span key={line} className="block">
                {line}
              </span>
            ))}
          </p>
        </header>
        <p className="py-3 text-lg">
          <b>{vehicle}</b> · <span className="font-mono text-base">{identity}</span>
          {about && ` · ${about}`}
          {customer && (
            <span className="block text-base">
              {t('sheet.for')} <b>{customer}</b>
            </span>
          )}
        </p>
        {children}
        <footer className="mt-6 border-t border-[black] pt-3 text-sm">
          {signed && <p>{signed}</p>}
          {foot && <p className="whitespace-pre-line">{foot}</p>}
          <p>{t('caution.advises')}</p>
        </footer>
      </main>
    </div>
  );
}

export function SheetPart({
  title,
  flows = false,
  children,
}: {
  title: string;
  /** It is long: it begins where it comes and runs over onto the next page. */
  flows?: boolean;
  children: ReactNode;
}) {
  return (
    <section className={`${flows ? '' : 'break-inside-avoid'} py-2.5`}>
      <h2 className="mb-1 break-after-avoid border-b border-[gray] text-lg">{title}</h2>
      {children}
    </section>
  );
}

/** A cell of a sheet's table. */
export const SHEET_CELL = 'border-b border-[silver] py-0.5 pr-3 text-left align-top font-normal';

/** Lines of a sheet, each a sentence. */
export function SheetLines({ lines }: { lines: readonly string[] }) {
  return (
    <ul className="text-sm">
      {lines.map((l, i) => (
        <li key={i} className="first-letter:uppercase">
          {l}
        </li>
      ))}
    </ul>
  );
}
