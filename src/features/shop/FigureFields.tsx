'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import {
  FIGURE_NAMES,
  FIGURE_RULES,
  type FigureName,
  type Figures,
  figuresOf,
  type WireSize,
  WIRE_SIZES,
} from '@/core/electric/formulas';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { FieldFault, useFaultWords } from './FieldFault';
import { SaveBar } from './SaveBar';
import { useSendForm } from './useSendForm';

/** Figures that are typed as something else than they are kept as: a share in per cent, money in whole units. */
const SCALE: Partial<Record<FigureName, number>> = { fuseShare: 100, usableShare: 100, jointMinor: 0.01 };
const UNIT: Readonly<Record<FigureName, string>> = {
  fuseShare: '%',
  headlampDropV: 'V',
  otherDropV: 'V',
  resistorMargin: '×',
  monitorLow12V: 'V',
  monitorLow24V: 'V',
  usableShare: '%',
  jointMinor: '',
};
const USUAL = figuresOf({});

const shown = (name: FigureName, n: number): number => Math.round(n * (SCALE[name] ?? 1) * 1e6) / 1e6;
const kept = (name: FigureName, n: number): number => Math.round((n / (SCALE[name] ?? 1)) * 1e6) / 1e6;

/** Every figure of the computations with the usual one beside it; what is saved is used at once, everywhere. */
export function FigureFields({ figures, currency }: { figures: Figures; currency: string }) {
  const { t, tCode, decimal } = useWords();
  const router = useRouter();
  const faultWords = useFaultWords();
  const sign = (n: number) => String(n).replace('.', decimal);
  const read = (text: string) => {
    const typed = text.trim().replace(decimal, '.');
    return /^\d{1,6}(\.\d{1,4})?$/.test(typed) ? Number(typed) : NaN;
  };
  const typedOf = (f: Figures) => ({
    single: Object.fromEntries(FIGURE_NAMES.map((n) => [n, sign(shown(n, f[n]))])) as Record<
      FigureName,
      string
    >,
    fuses: Object.fromEntries(WIRE_SIZES.map((w) => [w, sign(f.maxFuseA[w])])) as Record<WireSize, string>,
  });
  const [typed, setTyped] = useState(() => typedOf(figures));
  const sender = useSendForm('/api/figures');
  const { send, faults, setFaults } = sender;
  const [saved, setSaved] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setSaved(false);
    const single = FIGURE_NAMES.map((n) => [n, kept(n, read(typed.single[n]))] as const);
    const fuses = WIRE_SIZES.map((w) => [w, read(typed.fuses[w])] as const);
    const bad = [
      ...single.filter(([, n]) => Number.isNaN(n)).map(([k]) => k as string),
      ...fuses.filter(([, n]) => Number.isNaN(n)).map(([w]) => `maxFuseA["${w}"]`),
    ];
    if (bad.length > 0) return setFaults(Object.fromEntries(bad.map((k) => [k, 'not-a-figure'])));
    const answer = await send({ ...Object.fromEntries(single), maxFuseA: Object.fromEntries(fuses) });
    if (answer.kind !== 'done') return;
    setSaved(true);
    router.refresh();
  };
  const cell = (
    key: string,
    label: string,
    value: string,
    usual: string,
    unit: string,
    fault: string | undefined,
    set: (v: string) => void,
    range?: string,
  ) => (
    <tr key={key} className="border-b border-line align-baseline" data-figure={key}>
      <th scope="row" className="py-1.5 pr-4 text-left font-normal">
        {label}
        {range && <span className="block text-sm text-soft">{range}</span>}
        <FieldFault text={faultWords(fault)} />
      </th>
      <td className="whitespace-nowrap pr-4">
        <input
          className={`${FIELD} max-w-24 text-right font-mono`}
          aria-label={label}
          name={key}
          inputMode="decimal"
          autoComplete="off"
          value={value}
          onChange={(e) => set(e.target.value)}
          aria-invalid={fault !== undefined}
        />{' '}
        <span className="inline-block w-10 text-sm text-soft">{unit}</span>
      </td>
      <td
        className={`whitespace-nowrap pr-4 text-right font-mono text-sm ${value === usual ? 'text-soft' : 'font-semibold'}`}
      >
        {usual}
      </td>
    </tr>
  );
  const head = (first: string) => (
    <thead className="text-left text-sm text-soft">
      <tr className="border-b border-line">
        <th className="py-1 pr-4 font-semibold">{first}</th>
        <th className="pr-4 font-semibold">{t('figures.here')}</th>
        <th className="pr-4 text-right font-semibold">{t('figures.usual')}</th>
      </tr>
    </thead>
  );
  return (
    <form onSubmit={submit} noValidate className="grid gap-5">
      <p className="max-w-[70ch] text-soft">{t('figures.about')}</p>
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-8 lg:grid-cols-[3fr_2fr]">
        <table className="w-full border-collapse text-[0.94rem]">
          {head(t('figures.figure'))}
          <tbody>
            {FIGURE_NAMES.map((n) =>
              cell(
                n,
                tCode(`figure.${n}`),
                typed.single[n],
                sign(shown(n, USUAL[n])),
                n === 'jointMinor' ? currency : UNIT[n],
                faults[n],
                (v) => setTyped({ ...typed, single: { ...typed.single, [n]: v } }),
                t('figures.range', {
                  min: sign(shown(n, FIGURE_RULES[n].min)),
                  max: sign(shown(n, FIGURE_RULES[n].max)),
                }),
              ),
            )}
          </tbody>
        </table>
        <table className="w-full border-collapse text-[0.94rem]">
          {head(t('figures.max-fuse'))}
          <tbody>
            {WIRE_SIZES.map((w) =>
              cell(
                `maxFuseA ${w}`,
                w,
                typed.fuses[w],
                sign(USUAL.maxFuseA[w]),
                'A',
                faults[`maxFuseA["${w}"]`] ?? faults[`maxFuseA.${w}`],
                (v) => setTyped({ ...typed, fuses: { ...typed.fuses, [w]: v } }),
              ),
            )}
          </tbody>
        </table>
      </div>
      <SaveBar sender={sender} saved={saved}>
        <button type="button" className={BUTTON.quiet} onClick={() => setTyped(typedOf(USUAL))}>
          {t('figures.all-usual')}
        </button>
      </SaveBar>
    </form>
  );
}
