'use client';
import { useState } from 'react';
import { turnsOfOne, turnsOfTwo, type Turns } from '@/core/beam/aim';
import { useJob } from '../JobContext';
import { Figure } from './Figure';
import { measureIn, numberIn } from './numberIn';

/**
 * Which screw, which way, how many turns: after a try of one screw, or of two that both move the beam both ways.
 * @param upMm where the cutoff was read before the try, below the lamp's height negative
 */
export function ScrewTurns({
  upMm,
  acrossMm,
  targetMm,
}: {
  upMm: number;
  acrossMm: number | null;
  targetMm: number;
}) {
  const { words, say } = useJob();
  const { t, decimal } = words;
  const [typed, setTyped] = useState({
    tried: '',
    after: '',
    across: '',
    hTried: '',
    hAfter: '',
    hAcross: '',
  });
  const n = (name: keyof typeof typed) => numberIn(typed[name], decimal, true);
  const mm = (name: keyof typeof typed) => measureIn(typed[name], 'length', { ...words, signed: true });
  const field = (name: keyof typeof typed, label: string) => (
    <Figure
      label={label}
      value={typed[name]}
      onChange={(v) => setTyped({ ...typed, [name]: v })}
      measured={name === 'tried' || name === 'hTried' ? undefined : 'length'}
      data-screw={name}
    />
  );
  const [tried, after] = [n('tried'), mm('after')];
  const [across, hTried, hAfter, hAcross] = [mm('across'), n('hTried'), mm('hAfter'), mm('hAcross')];
  const two =
    acrossMm !== null &&
    tried !== null &&
    after !== null &&
    across !== null &&
    hTried !== null &&
    hAfter !== null &&
    hAcross !== null
      ? turnsOfTwo(
          {
            start: { acrossMm, upMm },
            afterVertical: { acrossMm: across, upMm: -after },
            verticalTurns: tried,
            afterHorizontal: { acrossMm: hAcross, upMm: -hAfter },
            horizontalTurns: hTried,
          },
          { acrossMm: 0, upMm: targetMm },
        )
      : undefined;
  const one =
    two === undefined && tried !== null && after !== null
      ? turnsOfOne(upMm, -after, tried, targetMm)
      : undefined;
  const figure = (x: number) => say.number(Math.round(x * 100) / 100);
  const span = (x: Turns) => ({ turns: figure(x.turns), from: figure(x.from), to: figure(x.to) });
  return (
    <details className="mt-1" data-screws>
      <summary className="cursor-pointer py-1 text-sm font-semibold text-petrol">{t('aim.screws')}</summary>
      <p className="mt-1 text-sm text-soft">{t('aim.screw-how')}</p>
      <div className="flex flex-wrap items-end gap-3">
        {field('tried', t('aim.screw-tried'))}
        {field('after', t('aim.screw-after'))}
        {field('across', t('aim.screw-across'))}
        {field('hTried', t('aim.screw-h-tried'))}
        {field('hAfter', t('aim.screw-after'))}
        {field('hAcross', t('aim.screw-across'))}
      </div>
      <p role="status" className="font-semibold" data-turns>
        {two
          ? t('aim.screw-two', {
              v: span(two.vertical).turns,
              vFrom: span(two.vertical).from,
              vTo: span(two.vertical).to,
              h: span(two.horizontal).turns,
              hFrom: span(two.horizontal).from,
              hTo: span(two.horizontal).to,
            })
          : one
            ? t('aim.screw-one', span(one))
            : two === null || one === null
              ? t('aim.screw-none')
              : ''}
      </p>
    </details>
  );
}
