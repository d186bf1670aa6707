'use client';
import { type ConnectorHalf, seenFrom } from '@/core/harness';
import { ConnectorFace } from '@/ui/ConnectorFace';
import { useJob } from '../job/JobContext';

/** A plug's face with what must be known to open it. */
export function PlugFace({
  half,
  side,
  face,
  filled,
  marked,
}: {
  half: ConnectorHalf | undefined;
  side: 'vehicle' | 'lamp';
  face: 'wire' | 'mating';
  filled: readonly string[];
  marked: readonly string[];
}) {
  const { words } = useJob();
  const { t, tCode } = words;
  if (!half) return null;
  const seen = seenFrom(half, face);
  const title = t(`wire.${side}-plug`, { family: half.family });
  return (
    <div className="flex items-center gap-3">
      <ConnectorFace
        rows={half.rows}
        columns={half.columns}
        latch={seen.latch}
        label={t('wire.face-label', { title, face: t(`wire.face-${face}`) })}
        cavities={seen.cavities.map((c) => ({
          ...c,
          filled: filled.includes(c.number),
          marked: marked.includes(c.number),
        }))}
      />
      <p className="text-sm">
        <b>{title}</b>
        <span className="block text-soft">
          {half.locks.length > 0
            ? t('wire.locks', { locks: words.list(half.locks.map((l) => tCode(`plug-check.${l}`))) })
            : t('wire.no-locks')}
        </span>
        <span className="block text-soft">
          {half.kind === 'ring'
            ? t('wire.ring')
            : half.kind === 'leads'
              ? t('wire.leads')
              : half.keyed
                ? t('wire.keyed')
                : t('wire.unkeyed')}
        </span>
      </p>
    </div>
  );
}
