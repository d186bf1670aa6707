import { Document, G, Line, Page, Rect, renderToBuffer, Svg, Text } from '@react-pdf/renderer';
import type { WallDocument, WallSheet } from '@/core/job';
import { localeOf, type Words, type Wording, wallLineWords, plainWording, wordsIn } from '@/words';
import { plain } from './plain';
import { SheetHead } from './SheetHead';
import { sheetStyle as style } from './style';

/** The part of the wall that is drawn, mm, and px a mm of the drawing. */
const WIDE = 4000;
const HIGH = 1800;
const SCALE = 0.25;

/** Draws the wall sheet up: heights from the floor, lines of each lamp, marks, eye point; what is hung beside the wall. */
export async function wallPdf(doc: WallDocument, locale: string): Promise<Buffer> {
  const words = wordsIn(localeOf(locale));
  const say = plainWording(words);
  const { t } = words;
  return renderToBuffer(
    <Document title={t('wall-sheet.title')}>
      {doc.sheets.map((sheet) => (
        <Page
          key={sheet.swap}
          size={words.locale === 'en-US' ? 'LETTER' : 'A4'}
          orientation="landscape"
          style={style.page}
        >
          <SheetHead doc={doc} title={t('wall-sheet.title')} words={words} say={say} />
          <Text style={style.vehicle}>
            {plain(`${doc.vehicle.maker} ${doc.vehicle.name} · ${doc.vehicle.identity}`)}
          </Text>
          <Text style={style.bold}>
            {plain(
              t('wall-sheet.wall', {
                place: sheet.place ?? 'none',
                m: sheet.distanceMm / 1000,
                assumed: String(sheet.assumed),
                rise: say.number(sheet.floorRisePercent),
              }),
            )}
          </Text>
          <Wall sheet={sheet} words={words} say={say} />
          {sheet.lamps.flatMap((l) =>
            wallLineWords(l, words, say).map((line, i) => (
              <Text key={`${l.position}/${i}`} style={i === 0 ? style.bold : {}}>
                {plain(line)}
              </Text>
            )),
          )}
          {sheet.eye && (
            <Text>
              {plain(
                t('light-read.eye-spot', {
                  side: sheet.eye.acrossMm < 0 ? 'left' : 'right',
                  across: Math.abs(sheet.eye.acrossMm),
                  up: sheet.eye.upMm,
                }),
              )}
            </Text>
          )}
          <Text style={[style.soft, { paddingTop: 5 }]}>{plain(t('wall-sheet.how'))}</Text>
          <Text style={style.foot} fixed>
            {plain(t('wall.caution'))}
          </Text>
        </Page>
      ))}
    </Document>,
  );
}

/** The wall as it is seen from the vehicle: the left lamp's lines on the left half, the right one's on the right. */
function Wall({ sheet, words, say }: { sheet: WallSheet; words: Words; say: Wording }) {
  const x = (mm: number) => (mm + WIDE / 2) * SCALE;
  const y = (mm: number) => (HIGH - mm) * SCALE;
  const across = (mm: number, left: boolean, dash: boolean) => (
    <Line
      x1={left ? 0 : x(0)}
      x2={left ? x(0) : x(WIDE / 2)}
      y1={y(mm)}
      y2={y(mm)}
      stroke="black"
      strokeWidth={dash ? 1.8 : 1}
      {...(dash ? { strokeDasharray: '9 5' } : {})}
    />
  );
  const text = (at: number, mm: number, said: string, end = false) => (
    <Text x={at} y={y(mm) - 4} style={{ fontSize: 15 }} {...(end ? { textAnchor: 'end' as const } : {})}>
      {plain(said)}
    </Text>
  );
  return (
    <Svg
      viewBox={`0 0 ${WIDE * SCALE} ${HIGH * SCALE + 6}`}
      style={{ width: 700, height: 700 * (HIGH / WIDE), marginVertical: 6 }}
    >
      <Rect
        x={0}
        y={0}
        width={WIDE * SCALE}
        height={HIGH * SCALE}
        stroke="#888"
        strokeWidth={0.8}
        fill="none"
      />
      <Line x1={0} x2={WIDE * SCALE} y1={y(0)} y2={y(0)} stroke="black" strokeWidth={3} />
      <Line
        x1={x(0)}
        x2={x(0)}
        y1={0}
        y2={y(0)}
        stroke="black"
        strokeWidth={0.8}
        strokeDasharray="14 4 3 4"
      />
      {sheet.marks.map((m) => (
        <G key={m.id}>
          <Line x1={x(m.acrossMm) - 9} x2={x(m.acrossMm) + 9} y1={y(m.upMm)} y2={y(m.upMm)} stroke="black" />
          <Line x1={x(m.acrossMm)} x2={x(m.acrossMm)} y1={y(m.upMm) - 9} y2={y(m.upMm) + 9} stroke="black" />
        </G>
      ))}
      {sheet.marks.map((m) => (
        <Text key={`t${m.id}`} x={x(m.acrossMm) + 12} y={y(m.upMm) - 6} style={{ fontSize: 13 }}>
          {plain(`${m.id}: ${words.measure('length', m.acrossMm)} / ${words.measure('length', m.upMm)}`)}
        </Text>
      ))}
      {sheet.lamps.map((l) => {
        const left = l.position.endsWith('.left');
        const [first] = l.lines;
        if (l.centreMm === null) return null;
        const centre = l.centreMm - (sheet.distanceMm * sheet.floorRisePercent) / 100;
        const end = left ? 6 : WIDE * SCALE - 6;
        return (
          <G key={l.position}>
            {across(centre, left, false)}
            {first && across(first.line.aboveFloorMm, left, true)}
            {text(end, centre, `${say.position(l.position)}: ${words.measure('length', centre)}`, !left)}
            {first &&
              text(
                end,
                first.line.aboveFloorMm - 95,
                words.t('wall-sheet.line', { mm: first.line.aboveFloorMm }),
                !left,
              )}
          </G>
        );
      })}
    </Svg>
  );
}
