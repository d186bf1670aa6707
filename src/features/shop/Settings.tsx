'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { FieldFault, useFaultWords } from './FieldFault';
import { ShopFields } from './ShopFields';
import { keptOf, type ShopKept, typedOf } from './shopValues';
import { SaveBar } from './SaveBar';
import { useSendForm } from './useSendForm';

/** The settings of the shop; what is saved is used at once. */
export function Settings({ kept, zones }: { kept: ShopKept; zones: readonly string[] }) {
  const { t, decimal } = useWords();
  const router = useRouter();
  const words = useFaultWords();
  const [values, setValues] = useState(() => typedOf(kept, decimal));
  const sender = useSendForm('/api/settings');
  const { send, faults, setFaults } = sender;
  const [saved, setSaved] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setSaved(false);
    const read = keptOf(values, decimal);
    if ('faults' in read) return setFaults(read.faults);
    if ((await send(read.kept)).kind !== 'done') return;
    setSaved(true);
    router.refresh();
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
      <SaveBar sender={sender} saved={saved} />
    </form>
  );
}
