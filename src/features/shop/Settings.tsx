'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { FieldFault, useFaultWords } from './FieldFault';
import { sendForm } from './sendForm';
import { ShopFields } from './ShopFields';
import { type Faults, keptOf, type ShopKept, typedOf } from './shopValues';

/** The settings of the shop; what is saved is used at once. */
export function Settings({ kept, zones }: { kept: ShopKept; zones: readonly string[] }) {
  const { t, tCode, has, decimal } = useWords();
  const router = useRouter();
  const words = useFaultWords();
  const [values, setValues] = useState(() => typedOf(kept, decimal));
  const [faults, setFaults] = useState<Faults>({});
  const [said, setSaid] = useState<{ good: boolean; text: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setSaid(null);
    const read = keptOf(values, decimal);
    if ('faults' in read) return setFaults(read.faults);
    setBusy(true);
    const answer = await sendForm('/api/settings', read.kept);
    setBusy(false);
    setFaults(answer.kind === 'faults' ? answer.faults : {});
    if (answer.kind === 'done') {
      setSaid({ good: true, text: t('settings.saved') });
      router.refresh();
    } else if (answer.kind === 'refused')
      setSaid({
        good: false,
        text: has(`people.refused.${answer.code}`)
          ? tCode(`people.refused.${answer.code}`)
          : tCode('refused.other', { code: answer.code }),
      });
    else
      setSaid({ good: false, text: t(answer.kind === 'faults' ? 'first-day.faults' : 'refused.no-answer') });
  };
  return (
    <form onSubmit={submit} noValidate className="grid gap-5">
      <ShopFields values={values} onChange={setValues} faults={faults} zones={zones} />
      <div className="grid gap-4 md:grid-cols-2">
        {(['sheetHead', 'sheetFoot'] as const).map((k) => (
          <label key={k} className="grid content-start gap-1 text-sm font-semibold">
            {t(`shop.${k}`)}
            <textarea
              className={FIELD}
              name={k}
              rows={3}
              value={values[k]}
              onChange={(e) => setValues({ ...values, [k]: e.target.value })}
            />
            <FieldFault text={words(faults[k])} />
          </label>
        ))}
      </div>
      <div className="flex items-center gap-4">
        <button type="submit" className={BUTTON.main} disabled={busy}>
          {t('settings.save')}
        </button>
        <p
          role={said?.good === false ? 'alert' : 'status'}
          className={said?.good === false ? 'text-plum' : 'text-petrol'}
        >
          {said?.text}
        </p>
      </div>
    </form>
  );
}
