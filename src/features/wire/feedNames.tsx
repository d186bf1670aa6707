import type { FeedCandidate } from '@/core/harness';
import type { useJob } from '../job/JobContext';
import type { WireData } from './wireScope';

/** A place in words: slot with what it serves and the way, lead, battery, wire. */
export function sourceName(
  c: FeedCandidate,
  data: Pick<WireData, 'fuseBoxes' | 'leads'>,
  say: ReturnType<typeof useJob>['say'],
  { t, tCode, prose }: ReturnType<typeof useJob>['words'],
): string {
  const { source } = c;
  switch (source.kind) {
    case 'slot': {
      const slot = data.fuseBoxes.find((b) => b.id === source.box)?.slots.find((s) => s.id === source.slot);
      return `${t('feed.source-slot', { slot: source.slot, serves: slot ? prose(slot.serves) : '' })}, ${tCode(`feed.way-${source.way}`)}`;
    }
    case 'lead':
      return prose(data.leads.find((l) => l.id === source.lead)?.name ?? { en: source.lead });
    case 'battery':
      return t('feed.source-battery');
    case 'wire':
      return t('feed.source-wire', { circuit: say.circuit(source.circuit) });
  }
}

/** A place, and under it in small how it is taken there. */
export function Named({ name }: { name: string }) {
  const at = name.lastIndexOf(', ');
  if (at < 0) return <span>{name}</span>;
  return (
    <span>
      {name.slice(0, at)}
      <span className="block text-sm font-normal text-soft">{name.slice(at + 2)}</span>
    </span>
  );
}
