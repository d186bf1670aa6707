import { Document, Page, renderToBuffer, Text, View } from '@react-pdf/renderer';
import type { QuoteDocument } from '@/core/job';
import { localeOf, type Words, type Wording, plainWording, wordsIn } from '@/words';
import { plain } from './plain';
import { SheetHead } from './SheetHead';
import { sheetStyle as style } from './style';

type Line = QuoteDocument['swaps'][number]['lines'][number];

/** Draws the quote up as a PDF: for whom, what, at what price, with tax, and what may come besides. */
export async function quotePdf(doc: QuoteDocument, locale: string): Promise<Buffer> {
  const words = wordsIn(localeOf(locale));
  const say = plainWording(words);
  const { t } = words;
  const money = (sum: { minor: number; currency: string } | null) =>
    sum ? say.money(sum.minor, sum.currency) : '–';
  return renderToBuffer(
    <Document title={t('quote.title')}>
      <Page size={words.locale === 'en-US' ? 'LETTER' : 'A4'} style={style.page}>
        <SheetHead doc={doc} title={t('quote.title')} words={words} say={say} />
        {doc.shop.head !== '' && <Text style={style.soft}>{plain(doc.shop.head)}</Text>}
        <Text style={style.vehicle}>
          {plain(
            [`${doc.vehicle.maker} ${doc.vehicle.name}`, doc.vehicle.identity].filter(Boolean).join(' · '),
          )}
        </Text>
        {doc.customer && (
          <Text style={style.vehicle}>
            {plain(
              `${t('sheet.for')} ${[doc.customer.name, doc.customer.reach].filter(Boolean).join(' · ')}`,
            )}
          </Text>
        )}
        <Text>{plain(`"${doc.job.words}"`)}</Text>
        {doc.swaps.map((s, i) => (
          <View key={i} wrap={false}>
            <Text style={style.part}>
              {plain(s.positions.length > 0 ? say.positions(s.positions) : t('quote.scopes'))}
            </Text>
            {s.lines.map((l, k) => (
              <View key={k} style={style.row}>
                <Text style={{ width: 34 }}>{l.kind === 'work' ? '' : `${l.quantity} x`}</Text>
                <Text style={{ flex: 1 }}>{plain(lineWords(l, s.minutes, words, say))}</Text>
                <Text style={{ width: 90, textAlign: 'right' }}>
                  {plain(l.price ? money(l.price) : t('quote.no-price'))}
                </Text>
              </View>
            ))}
            {s.unpriced > 0 && (
              <Text style={style.soft}>{plain(t('quote.unpriced', { count: s.unpriced }))}</Text>
            )}
            {s.agreedOther && (
              <Text style={style.soft}>
                {plain(t('quote.agreed-before', { total: money(s.agreedOther) }))}
              </Text>
            )}
          </View>
        ))}
        <View wrap={false} style={{ marginTop: 12 }}>
          <Sum name={t('quote.total')} sum={money(doc.total)} strong={doc.withTax === null} />
          {doc.withTax && doc.taxBp !== null && (
            <>
              <Sum
                name={t('quote.tax', { percent: say.number(doc.taxBp / 100) })}
                sum={money({
                  currency: doc.withTax.currency,
                  minor: doc.withTax.minor - (doc.total?.minor ?? 0),
                })}
              />
              <Sum name={t('quote.total-with-tax')} sum={money(doc.withTax)} strong />
            </>
          )}
          <Text style={{ ...style.soft, marginTop: 8 }}>{plain(t('quote.print-about'))}</Text>
          <Text style={{ marginTop: 26 }}>{plain(t('quote.sign'))}</Text>
          {doc.shop.foot !== '' && (
            <Text style={{ ...style.soft, marginTop: 8 }}>{plain(doc.shop.foot)}</Text>
          )}
        </View>
        <Text
          style={style.foot}
          fixed
          render={({ pageNumber, totalPages }) =>
            `${plain(t('caution.advises'))}  ${pageNumber}/${totalPages}`
          }
        />
      </Page>
    </Document>,
  );
}

function lineWords(
  l: Line,
  minutes: { p50: number; p90: number },
  { t, prose }: Pick<Words, 't' | 'prose'>,
  say: Wording,
): string {
  const name =
    l.kind === 'work'
      ? t('quote.work', minutes)
      : l.what
        ? say.reason(l.what).text
        : typeof l.name === 'string'
          ? l.name
          : prose(l.name);
  return l.perhaps ? `${name} (${t('fit.perhaps')})` : name;
}

function Sum({ name, sum, strong = false }: { name: string; sum: string; strong?: boolean }) {
  const face = strong ? style.bold : {};
  return (
    <View style={{ flexDirection: 'row', paddingVertical: 2 }}>
      <Text style={{ flex: 1, ...face }}>{plain(name)}</Text>
      <Text style={{ width: 110, textAlign: 'right', ...face }}>{plain(sum)}</Text>
    </View>
  );
}
