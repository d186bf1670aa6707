import type { RoadMark, Verdict } from '@/core/fitment';

/** Two plug halves: seated, seated with an insert, a gap, or a blocked half. Always stands beside its word. */
export function VerdictMark({ verdict, className = '' }: { verdict: Verdict; className?: string }) {
  const colour = {
    fits: 'text-petrol',
    'fits-with-parts': 'text-petrol',
    'check-first': 'text-indigo',
    'does-not-fit': 'text-plum',
  }[verdict];
  return (
    <svg
      viewBox="0 0 34 16"
      width="30"
      height="14"
      aria-hidden
      className={`shrink-0 ${colour} ${className}`}
      data-verdict={verdict}
    >
      <VerdictShape verdict={verdict} />
    </svg>
  );
}

function VerdictShape({ verdict }: { verdict: Verdict }) {
  const line = { fill: 'none', stroke: 'currentColor', strokeWidth: 1.8, strokeLinejoin: 'round' as const };
  switch (verdict) {
    case 'fits':
      return <path d="M2 2h16v3h5l7 3-7 3h-5v3H2z" fill="currentColor" />;
    case 'fits-with-parts':
      return (
        <>
          <path d="M2 2h9v12H2z" {...line} />
          <path d="M12.6 1h6.8v14h-6.8z" fill="currentColor" />
          <path d="M21 5h3l7 3-7 3h-3z" {...line} />
        </>
      );
    case 'check-first':
      return (
        <>
          <path d="M2 2h10v12H2z" {...line} />
          <path d="M22 4h3l7 4-7 4h-3z" {...line} strokeDasharray="3 2" />
        </>
      );
    case 'does-not-fit':
      return (
        <>
          <path d="M2 2h10v12H2z" {...line} />
          <path d="M17 0v16" stroke="currentColor" strokeWidth="3.6" />
        </>
      );
  }
}

/** A bolt head with a stroke: something to mind. Never used for a verdict. */
export function WarningMark({ className = '' }: { className?: string }) {
  return (
    <svg viewBox="0 0 18 18" width="17" height="17" aria-hidden className={`shrink-0 text-plum ${className}`}>
      <path
        d="M5 1.5h8L17 9l-4 7.5H5L1 9z"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.8"
        strokeLinejoin="round"
      />
      <path d="M9 4.8v5.2M9 12v1.6" stroke="currentColor" strokeWidth="2" />
    </svg>
  );
}

/** The road mark: a lane that runs on, is barred, is not there, or is not known. */
export function RoadGlyph({ mark, className = '' }: { mark: RoadMark; className?: string }) {
  const colour = {
    'meets-profile': 'text-petrol',
    'not-approved': 'text-plum',
    'off-road': 'text-soft',
    unknown: 'text-indigo',
  }[mark];
  return (
    <svg
      viewBox="0 0 18 16"
      width="17"
      height="15"
      aria-hidden
      className={`shrink-0 ${colour} ${className}`}
      data-road={mark}
    >
      <path d="M5 1 1 15M13 1l4 14" stroke="currentColor" strokeWidth="1.8" fill="none" />
      {mark === 'meets-profile' && (
        <path d="M9 1.5v3M9 6.5v3M9 11.5v3" stroke="currentColor" strokeWidth="1.8" />
      )}
      {mark === 'not-approved' && <path d="M2 8h14" stroke="currentColor" strokeWidth="3.2" />}
      {mark === 'unknown' && (
        <path d="M9 10.5v1.8M9 4v4" stroke="currentColor" strokeWidth="1.8" strokeDasharray="2 1.4" />
      )}
    </svg>
  );
}

/** A step that is done, done otherwise than the sheet says, or was not needed. */
export function StepMark({ outcome, label }: { outcome: 'done' | 'differs' | 'not-needed'; label: string }) {
  return (
    <svg
      viewBox="0 0 18 18"
      width="17"
      height="17"
      role="img"
      aria-label={label}
      className="shrink-0 translate-y-0.5 text-petrol"
    >
      {outcome === 'not-needed' ? (
        <path d="M3 9h12" stroke="currentColor" strokeWidth="2.2" />
      ) : (
        <path d="M2.5 9.5 7 14l8.5-10" stroke="currentColor" strokeWidth="2.4" fill="none" />
      )}
      {outcome === 'differs' && <path d="M11 15.5h5" stroke="currentColor" strokeWidth="2.2" />}
    </svg>
  );
}
