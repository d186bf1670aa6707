import { Document, Page, Path, renderToBuffer, Svg, Text, View } from '@react-pdf/renderer';
import { MARK, MARK_PLACES, markSectors } from '@/core/beam/wall';
import { localeOf, wordsIn } from '@/words';
import { plain } from './plain';
import { PT_MM, sheetStyle as style } from './style';

const R = MARK.sheetMm;

/** A point at a turn from the top, clockwise, in mm of a square of twice the sheet's reach. */
const at = (mm: number, turn: number) =>
  `${R + mm * Math.sin(turn * 2 * Math.PI)} ${R - mm * Math.cos(turn * 2 * Math.PI)}`;

const quarter = (from: number) =>
  `M${R} ${R}L${at(MARK.discMm, from)}A${MARK.discMm} ${MARK.discMm} 0 0 1 ${at(MARK.discMm, from + 0.25)}Z`;
const sector = (k: number) =>
  `M${at(MARK.whiteMm, k / 8)}L${at(MARK.codeMm, k / 8)}A${MARK.codeMm} ${MARK.codeMm} 0 0 1 ${at(MARK.codeMm, (k + 1) / 8)}` +
  `L${at(MARK.whiteMm, (k + 1) / 8)}A${MARK.whiteMm} ${MARK.whiteMm} 0 0 0 ${at(MARK.whiteMm, k / 8)}Z`;

/** The six marks of a wall, each on a page at true size: printed at 100 %, hung upright, measured once. */
export async function marksPdf(locale: string): Promise<Buffer> {
  const words = wordsIn(localeOf(locale));
  const { t } = words;
  const side = 2 * R * PT_MM;
  return renderToBuffer(
    <Document title={t('marks-sheet.title')}>
      {MARK_PLACES.map((m) => (
        <Page
          key={m.id}
          size={words.locale === 'en-US' ? 'LETTER' : 'A4'}
          style={{ fontFamily: 'Helvetica', fontSize: 10 }}
        >
          <View style={{ alignItems: 'center', paddingTop: 24 }}>
            <Text style={style.title}>{plain(t('marks-sheet.mark', { id: m.id }))}</Text>
            <Svg viewBox={`0 0 ${2 * R} ${2 * R}`} style={{ width: Math.min(side, 595), height: side }}>
              {[0.25, 0.75].map((from) => (
                <Path key={from} d={quarter(from)} fill="black" />
              ))}
              {markSectors(m.id).map((black, k) =>
                black ? <Path key={k} d={sector(k)} fill="black" /> : null,
              )}
            </Svg>
            <View
              style={{
                width: 100 * PT_MM,
                height: 12,
                borderLeftWidth: 1,
                borderRightWidth: 1,
                borderBottomWidth: 1,
              }}
            />
            <Text style={{ paddingTop: 3 }}>{plain(t('marks-sheet.ruler'))}</Text>
            <Text style={{ paddingTop: 8, maxWidth: 440 }}>
              {plain(t('marks-sheet.how', { right: m.acrossMm, up: m.upMm }))}
            </Text>
          </View>
        </Page>
      ))}
    </Document>,
  );
}
