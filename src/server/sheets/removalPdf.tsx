import {
  Document,
  Image as Photo,
  Page,
  Path,
  renderToBuffer,
  StyleSheet,
  Svg,
  Text,
  View,
} from '@react-pdf/renderer';
import QRCode from 'qrcode';
import type { ReactNode } from 'react';
import type { BagLabel, RemovalDocument, RemovalStep } from '@/core/job';
import { localeOf, stepTitle, type Words, type Wording, plainWording, wordsIn } from '@/words';
import { plain } from './plain';
import { SheetHead } from './SheetHead';
import { sheetStyle } from './style';

const style = {
  ...sheetStyle,
  ...StyleSheet.create({
    box: { width: 11, height: 11, borderWidth: 1, marginRight: 7, marginTop: 1 },
    label: { width: '50%', height: 92, borderWidth: 0.7, padding: 7, flexDirection: 'row', gap: 8 },
  }),
};

/** Where a bag's label leads: the step at which it is put back. */
const bagAddress = (origin: string, doc: RemovalDocument, bag: BagLabel): string =>
  `${origin}/jobs/${doc.job.id}/mount?step=${encodeURIComponent(bag.step.id)}`;

/** Draws the removal sheet up as a PDF: tray, steps with counts and photos, the way back, labels for the bags. */
export async function removalPdf(
  doc: RemovalDocument,
  photos: Readonly<Record<string, Uint8Array>>,
  names: Readonly<Record<string, string>>,
  origin: string,
  locale: string,
): Promise<Buffer> {
  const words = wordsIn(localeOf(locale));
  const say = plainWording(words);
  const { t, tCode } = words;
  const lines = (steps: readonly RemovalStep[]) =>
    steps.map((s, i) => (
      <StepRow
        key={s.step.id}
        s={s}
        n={i + 1}
        words={words}
        say={say}
        names={names}
        photos={photos}
        zone={doc.shop.zone}
      />
    ));
  return renderToBuffer(
    <Document title={t('removal.title')}>
      <Page size={words.locale === 'en-US' ? 'LETTER' : 'A4'} style={style.page}>
        <SheetHead doc={doc} title={t('removal.title')} words={words} say={say} />
        <Text style={{ fontSize: 11, paddingVertical: 6 }}>
          {plain(
            `${doc.vehicle.maker} ${doc.vehicle.name} · ${doc.vehicle.identity} · ${say.positions(doc.positions)}`,
          )}
        </Text>
        {doc.highVoltage && <Text style={style.bold}>{plain(t('check.hv'))}</Text>}
        {doc.whole && (
          <Text>
            {plain(
              `${t('ahead.whole')}: ${t('ahead.whole-of', { p50: Math.round(doc.whole.p50), p90: Math.round(doc.whole.p90) })}` +
                (doc.grade ? ` · ${t('ahead.grade')}: ${tCode(`grade.${doc.grade.grade}`)}` : ''),
            )}
          </Text>
        )}
        <Part title={t('removal.tray')}>
          <Text>
            {plain(
              [
                ...doc.tray.map((x) => `${tCode(`tool.${x.kind}`, { size: x.size }).trim()} (${x.steps})`),
                ...doc.consumables.map((c) => tCode(`consumable.${c}`)),
              ].join(' · '),
            )}
          </Text>
        </Part>
        <Part title={t('removal.out')}>{lines(doc.out)}</Part>
        {doc.transfers.length > 0 && (
          <Part title={t('step.transfers')}>
            {doc.transfers.map((x) => (
              <Text key={x.step.id}>
                {plain(
                  `${words.list(x.what.map((w) => tCode(`transfer.${w}`)))}${x.step.position ? ` (${say.position(x.step.position)})` : ''}`,
                )}
              </Text>
            ))}
          </Part>
        )}
        <Part title={t('removal.back')}>{lines(doc.back)}</Part>
        {doc.breakages.length + doc.changes.length > 0 && (
          <Part title={t('removal.damage')}>
            {doc.breakages.map((b, i) => (
              <Text key={i}>
                {plain(
                  `${tCode(`fragile-kind.${b.kind}`)}: ${b.words} (${t(b.told ? 'removal.told' : 'removal.not-told')})`,
                )}
              </Text>
            ))}
            {doc.changes.map((c, i) => (
              <View key={i} wrap={false}>
                <Text>{plain(`${c.words}: ${tCode(`consent.${c.consent}`)} ${c.by}`)}</Text>
                {c.signature && (
                  <Svg viewBox="0 0 1000 300" style={{ width: 180, height: 54 }}>
                    <Path d={c.signature} stroke="black" strokeWidth={5} fill="none" />
                  </Svg>
                )}
              </View>
            ))}
          </Part>
        )}
        <Text
          style={style.foot}
          fixed
          render={({ pageNumber, totalPages }) =>
            `${plain(t('caution.advises'))}  ${pageNumber}/${totalPages}`
          }
        />
      </Page>
      {doc.positions.length > 0 && (
        <Page size={words.locale === 'en-US' ? 'LETTER' : 'A4'} style={style.page}>
          <Text style={style.part}>{t('removal.bags')}</Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
            <Plain
              address={`${origin}/jobs/${doc.job.id}/arrive`}
              title={t('job.number', { number: String(doc.job.number).padStart(4, '0') })}
              lines={[`${doc.vehicle.maker} ${doc.vehicle.name}`, doc.vehicle.identity]}
            />
            {doc.positions.map((p) => (
              <Plain
                key={p}
                address={`${origin}/jobs/${doc.job.id}/strip?pos=${encodeURIComponent(p)}`}
                title={t('removal.old-lamp', { position: say.position(p) })}
                lines={[
                  t('job.number', { number: String(doc.job.number).padStart(4, '0') }),
                  doc.vehicle.identity,
                  t('removal.old-lamp-to'),
                ]}
              />
            ))}
            {doc.bags.map((b) => (
              <Label
                key={`${b.step.id}/${b.group}`}
                bag={b}
                doc={doc}
                origin={origin}
                words={words}
                say={say}
              />
            ))}
          </View>
        </Page>
      )}
    </Document>,
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <View>
      <Text style={style.part} minPresenceAhead={40}>
        {plain(title)}
      </Text>
      {children}
    </View>
  );
}

function StepRow({
  s,
  n,
  words,
  say,
  names,
  photos,
  zone,
}: {
  s: RemovalStep;
  n: number;
  words: Words;
  say: Wording;
  names: Readonly<Record<string, string>>;
  photos: Readonly<Record<string, Uint8Array>>;
  zone: string;
}) {
  const { t, tCode, prose } = words;
  const { step, position } = s.step;
  const out = s.step.way === 'out';
  const tool = step.tool ? tCode(`tool.${step.tool.kind}`, { size: step.tool.size ?? '' }).trim() : '';
  const place = [
    position ? `${tCode(`zone.${step.zone}`)}, ${say.position(position)}` : tCode(`zone.${step.zone}`),
    tool,
    t('strip.minutes', { minutes: s.step.minutes }),
    s.tookMin !== null && t('removal.took', { minutes: Math.round(s.tookMin) }),
  ]
    .filter(Boolean)
    .join(' · ');
  return (
    <View style={style.row} wrap={false}>
      <View style={[style.box, s.tick ? { backgroundColor: 'black' } : {}]} />
      <Text style={{ width: 20 }}>{n}</Text>
      <View style={{ flexGrow: 1, flexBasis: 0 }}>
        <Text style={style.bold}>{plain(stepTitle(s.step, words, say))}</Text>
        <Text style={style.soft}>{plain(place)}</Text>
        {(step.cautions ?? []).map((c) => (
          <Text key={c} style={style.bold}>
            {plain(`! ${tCode(`step-caution.${c}`)}`)}
          </Text>
        ))}
        {out && step.exception && <Text style={style.bold}>{plain(prose(step.exception))}</Text>}
        {(s.step.notes ?? []).map((n, i) => (
          <Text key={i}>{plain(say.reason(n).text)}</Text>
        ))}
        {!out && step.back?.torque && (
          <Text>{plain(t('mount.torque', { torque: prose(step.back.torque) }))}</Text>
        )}
        {s.fasteners.map((g) => (
          <Text key={g.group}>
            {plain(
              `${g.wanted} × ${tCode(`fastener.${g.kind}`)} ${[g.thread, g.lengthMm === null ? '' : `${g.lengthMm} mm`, g.drive].filter(Boolean).join(', ')}`,
            )}
            {'   '}
            {out
              ? plain(t('removal.counted', { count: g.out > 0 ? String(g.out) : '....', way: 'out' }))
              : plain(t('removal.counted', { count: g.in > 0 ? String(g.in) : '....', way: 'in' }))}
          </Text>
        ))}
        {s.looks.map((k) => (
          <Text key={k.look}>
            {plain(
              `[${k.seen === 'yes' ? 'x' : ' '}] ${tCode(`step-look.${k.look}`)}${k.seen === 'no' ? ` - ${tCode('step-looked.no')}` : ''}`,
            )}
          </Text>
        ))}
        {s.tick && (
          <Text style={style.soft}>
            {plain(
              `${tCode(`tick.${s.tick.outcome}`)} · ${names[s.tick.by] ?? ''} · ${say.date(s.tick.at, zone)}${s.tick.words ? ` - ${s.tick.words}` : ''}`,
            )}
          </Text>
        )}
      </View>
      {s.photos.slice(0, 2).map((id) => {
        const bytes = photos[id];
        return bytes ? (
          <Photo
            key={id}
            src={{ data: Buffer.from(bytes), format: 'jpg' }}
            style={{ width: 88, height: 66, marginLeft: 6, objectFit: 'cover' }}
          />
        ) : null;
      })}
    </View>
  );
}

function Label({
  bag,
  doc,
  origin,
  words,
  say,
}: {
  bag: BagLabel;
  doc: RemovalDocument;
  origin: string;
  words: Words;
  say: Wording;
}) {
  const { tCode } = words;
  const size = [bag.thread, bag.lengthMm === null ? '' : `${bag.lengthMm} mm`, bag.drive].filter(Boolean);
  return (
    <View style={style.label} wrap={false}>
      <Qr text={bagAddress(origin, doc, bag)} />
      <View style={{ flexGrow: 1, flexBasis: 0 }}>
        <Text style={{ fontSize: 13, fontFamily: 'Helvetica-Bold' }}>{plain(bag.name)}</Text>
        <Text style={style.bold}>
          {plain(`${bag.count} × ${tCode(`fastener.${bag.kind}`)} ${size.join(', ')}`)}
        </Text>
        <Text>{plain(stepTitle(bag.step, words, say))}</Text>
        <Text style={style.soft}>
          {plain(
            [
              bag.step.position ? say.position(bag.step.position) : '',
              words.t('job.number', { number: String(doc.job.number).padStart(4, '0') }),
              doc.vehicle.identity,
            ]
              .filter(Boolean)
              .join(' · '),
          )}
        </Text>
      </View>
    </View>
  );
}

/** A label of a job or of an old lamp: where it leads, and what it hangs on. */
function Plain({ address, title, lines }: { address: string; title: string; lines: readonly string[] }) {
  return (
    <View style={style.label} wrap={false}>
      <Qr text={address} />
      <View style={{ flexGrow: 1, flexBasis: 0 }}>
        <Text style={{ fontSize: 13, fontFamily: 'Helvetica-Bold' }}>{plain(title)}</Text>
        {lines.filter(Boolean).map((line) => (
          <Text key={line}>{plain(line)}</Text>
        ))}
      </View>
    </View>
  );
}

/** A QR code as one path of its dark squares. */
function Qr({ text }: { text: string }) {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const { size } = modules;
  const path = Array.from(modules.data, (dark, i) =>
    dark ? `M${i % size} ${Math.floor(i / size)}h1v1h-1z` : '',
  ).join('');
  return (
    <Svg viewBox={`-2 -2 ${size + 4} ${size + 4}`} style={{ width: 76, height: 76 }}>
      <Path d={path} fill="black" />
    </Svg>
  );
}
