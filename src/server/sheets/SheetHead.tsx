import { Text, View } from '@react-pdf/renderer';
import type { Words, Wording } from '@/words';
import { plain } from './plain';
import { sheetStyle as style } from './style';

/** The head of a printed sheet: the shop and what it is; the job and when it was made. */
export function SheetHead({
  doc,
  title,
  words,
  say,
}: {
  doc: {
    readonly shop: { readonly name: string; readonly zone: string };
    readonly job: { readonly number: number };
    readonly madeAt: string;
  };
  title: string;
  words: Pick<Words, 't'>;
  say: Wording;
}) {
  return (
    <View style={style.head} fixed>
      <View>
        <Text>{plain(doc.shop.name)}</Text>
        <Text style={style.title}>{title}</Text>
      </View>
      <View>
        <Text>{words.t('job.number', { number: String(doc.job.number).padStart(4, '0') })}</Text>
        <Text>{words.t('sheet.made-now', { date: say.date(doc.madeAt, doc.shop.zone) })}</Text>
      </View>
    </View>
  );
}
