import { cavityOf } from '@/core/kernel/ids';
import { Document, Page, Polyline, Rect, renderToBuffer, Svg, Text, View } from '@react-pdf/renderer';
import type { ReactNode } from 'react';
import { WIRES } from '@/core/electric/formulas';
import { type Drawing, wireText } from '@/core/harness';
import type { HarnessDocument } from '@/core/job';
import { harnessWords, localeOf, plainWording, wordsIn } from '@/words';
import { plain } from './plain';
import { SheetHead } from './SheetHead';
import { sheetStyle as style } from './style';

/** Draws the harness sheet up as a PDF: drawing, joint table, checks to tick, in black on white, A4 or Letter. */
export async function harnessPdf(doc: HarnessDocument, locale: string): Promise<Buffer> {
  const words = wordsIn(localeOf(locale));
  const say = plainWording(words);
  const h = harnessWords(words, say);
  const { t } = words;
  const cells = (row: readonly (readonly [string, number])[], key: string) => (
    <View key={key} style={style.row} wrap={false}>
      {row.map(([text, width], i) => (
        <Text key={i} style={[style.mono, { width: `${width}%`, fontSize: 8.4, paddingRight: 3 }]}>
          {plain(text)}
        </Text>
      ))}
    </View>
  );
  const part = (title: string, body: ReactNode) => (
    <View>
      <Text style={style.part} minPresenceAhead={40}>
        {plain(title)}
      </Text>
      {body}
    </View>
  );
  const tick = (key: string, what: string, wanted: string, read: string) => (
    <View key={key} style={[style.row, { alignItems: 'center' }]} wrap={false}>
      <View style={{ width: 11, height: 11, borderWidth: 1, marginRight: 7 }} />
      <Text style={{ width: '53%' }}>{plain(what)}</Text>
      <Text style={[style.mono, { width: '25%', fontSize: 8.4 }]}>{plain(wanted)}</Text>
      <Text style={[style.mono, { flexGrow: 1, fontSize: 8.4 }]}>
        {read ? plain(read) : '..............'}
      </Text>
    </View>
  );
  const size = words.locale === 'en-US' ? 'LETTER' : 'A4';
  return renderToBuffer(
    <Document title={t('sheet.harness')}>
      <Page size={size} style={style.page}>
        <SheetHead doc={doc} title={t('sheet.harness')} words={words} say={say} />
        <Text style={style.vehicle}>
          {plain(
            `${doc.vehicle.maker} ${doc.vehicle.name} · ${doc.vehicle.identity} · ${say.position(doc.position)} · ${doc.lamp.maker} ${doc.lamp.name} ${doc.lamp.partNumber}`,
          )}
        </Text>
        {doc.highVoltage && <Text style={{ fontFamily: 'Helvetica-Bold' }}>{t('check.hv')}</Text>}
        <PdfDrawing drawing={h.drawing(doc)} />
        {part(t('wire.joint-table'), [
          cells(
            (['from', 'to', 'circuit', 'wire', 'size', 'length', 'pull'] as const).map(
              (c, i) => [t(`wire.col-${c}`), [17, 17, 22, 10, 12, 10, 10][i] ?? 10] as const,
            ),
            'head',
          ),
          ...doc.rows.map((r) =>
            cells(
              [
                [cavityOf(r.from.plug, r.from.cavity), 17],
                [cavityOf(r.to.plug, r.to.cavity), 17],
                [h.role(r.circuit), 22],
                [r.wire ? wireText(r.wire) : '-', 10],
                [r.size ?? '-', 12],
                [r.lengthM === null ? '-' : `${say.number(r.lengthM)} m`, 10],
                [r.size && WIRES[r.size].crimpN ? `${WIRES[r.size].crimpN} N` : '-', 10],
              ],
              cavityOf(r.to.plug, r.to.cavity),
            ),
          ),
        ])}
        {doc.build &&
          part(
            t('wire.build'),
            <>
              {doc.build.housings.map((x) => (
                <Text key={`${x.end}${x.plug}`}>
                  {plain(
                    `${t('wire.build-housing', { family: x.family, half: x.half, end: x.end === 'in' ? t('wire.housing-in') : t('wire.housing-out') })}: ${t('wire.build-parts', { terminals: x.terminals, seals: x.seals, blanks: x.blanks.length > 0 ? words.list(x.blanks) : 'none' })}`,
                  )}
                </Text>
              ))}
              {doc.build.notes.map((n, i) => (
                <Text key={i}>{plain(say.reason(n).text)}</Text>
              ))}
            </>,
          )}
        {part(
          t('check.ring'),
          (doc.checks?.ring.length ?? 0) === 0 ? (
            <Text>{plain(t('sheet.no-lead'))}</Text>
          ) : (
            doc.checks?.ring.map((l) =>
              tick(l.id, h.ring(l.step), h.ringWanted(l.step), l.read ? h.ohm(l.read.ohm) : ''),
            )
          ),
        )}
        {part(
          t('check.probe'),
          [...new Set(doc.checks?.probes.map((p) => h.setting(p.step)))].map((setting) => (
            <View key={setting}>
              <Text style={{ fontFamily: 'Helvetica-Bold', marginTop: 4 }} minPresenceAhead={24}>
                {setting}
              </Text>
              {doc.checks?.probes
                .filter((p) => h.setting(p.step) === setting)
                .map((p) =>
                  tick(
                    p.step.id,
                    h.probe(p.step),
                    h.window(p.step),
                    p.read ? `${say.number(p.read.volt)} V` : '',
                  ),
                )}
            </View>
          )),
        )}
        <Text style={style.foot} fixed>
          {plain(t('caution.advises'))}
        </Text>
      </Page>
    </Document>,
  );
}

const SCALE = 0.84;

function PdfDrawing({ drawing }: { drawing: Drawing }) {
  return (
    <View wrap={false}>
      <Svg
        viewBox={`0 0 ${drawing.width} ${drawing.height}`}
        style={{ width: drawing.width * SCALE, height: drawing.height * SCALE }}
      >
        {drawing.shapes.map((s, i) => {
          if (s.kind === 'box')
            return (
              <Rect
                key={i}
                x={s.x}
                y={s.y}
                width={s.w}
                height={s.h}
                fill="none"
                stroke="black"
                strokeWidth={1.2}
              />
            );
          if (s.kind === 'wire')
            return (
              <Polyline
                key={i}
                points={s.points.map((p) => p.join()).join(' ')}
                fill="none"
                stroke="black"
                strokeWidth={1.6}
              />
            );
          return (
            <Text
              key={i}
              x={s.x}
              y={s.y}
              style={{
                fontSize: s.size,
                fontFamily: s.bold ? 'Helvetica-Bold' : 'Helvetica',
                textAnchor: s.anchor,
              }}
            >
              {plain(s.text)}
            </Text>
          );
        })}
      </Svg>
    </View>
  );
}
