'use client';
import type { ReleaseDocument, ReleaseWiring } from '@/core/job';
import { SheetLines, SheetPart, useSheetWords } from './SheetFrame';

/** What was done to the wiring: which fuse, which adapter, which lead, what was chosen and reckoned. */
export function WiringPart({ doc, wiring }: { doc: ReleaseDocument; wiring: ReleaseWiring }) {
  const { words, say, t, tCode } = useSheetWords(doc);
  const lines = [
    ...wiring.feeds.map((f) =>
      t('sheet.wiring-feed', {
        does: say.does(f.does),
        words: `${f.place ? say.place(f.place) : f.words} (${f.by})`,
      }),
    ),
    ...wiring.adapters.map((a) =>
      t('sheet.wiring-adapters', {
        position: say.position(a.position),
        parts: words.list(
          a.parts.map((id, i) => {
            const name = a.names?.[i];
            return name ? words.prose(name) : id;
          }),
        ),
      }),
    ),
    ...wiring.leads.map((l) =>
      t('sheet.wiring-lead', { position: say.position(l.position), wires: l.wires }),
    ),
    ...wiring.cures.map((c) =>
      t('sheet.wiring-cure', { circuit: say.circuit(c.circuit), cure: tCode(`cure.${c.cure}`) }),
    ),
    ...wiring.modes.map((m) =>
      t('sheet.wiring-mode', { position: say.position(m.position), chosen: t(`mode.${m.chosen}`) }),
    ),
    ...wiring.figures.map((f) =>
      t('sheet.wiring-figure', { calculator: t(`calc.${f.calculator}`), result: `${f.result} (${f.by})` }),
    ),
  ];
  if (lines.length === 0) return null;
  return (
    <SheetPart title={t('sheet.wiring')}>
      <SheetLines lines={lines} />
    </SheetPart>
  );
}
