/** Our mark: a lamp just above the horizon, on the head of a bolt. */
export function BoltMark({ size = 34 }: { size?: number }) {
  return (
    <svg viewBox="0 0 36 36" width={size} height={size} aria-hidden>
      <path
        d="M10 3h16l8 15-8 15H10L2 18z"
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2.4"
        strokeLinejoin="round"
      />
      <path d="M9 22a9 9 0 0 1 18 0z" fill="var(--ink)" />
      <path d="M6.5 22h23" stroke="var(--ink)" strokeWidth="2.4" />
      <path d="M11 27h14" stroke="var(--petrol)" strokeWidth="2.4" />
    </svg>
  );
}
