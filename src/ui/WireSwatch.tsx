/** Physical wire colours by IEC 60757 letter code; only wires are drawn in them. */
export const WIRE: Readonly<Record<string, string>> = {
  BK: '#1d1d1f',
  BN: '#6b4226',
  RD: '#b3202a',
  OG: '#d9731a',
  YE: '#e0c02b',
  GN: '#2c7a3f',
  BU: '#2858a8',
  VT: '#6a3d8f',
  GY: '#85888c',
  WH: '#fcfcfa',
  PK: '#dc9bb0',
  TQ: '#3aa6a4',
};

/** A short piece of wire: base colour with its stripe, and the letter code that says the same. */
export function WireSwatch({ base, stripe, printed }: { base: string; stripe?: string; printed?: string }) {
  const plain = stripe ? `${base}/${stripe}` : base;
  const code = printed === undefined || printed === plain ? plain : `${plain} (${printed})`;
  return (
    <span className="inline-flex items-center gap-1.5 font-mono text-sm">
      <svg viewBox="0 0 30 8" width="30" height="8" aria-hidden>
        <rect x="0.5" y="0.5" width="29" height="7" rx="2" fill={WIRE[base] ?? 'none'} stroke="#55524a" />
        {stripe && <rect x="1" y="3" width="28" height="2.2" fill={WIRE[stripe] ?? 'none'} />}
      </svg>
      {code}
    </span>
  );
}
