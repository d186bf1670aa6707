import type { LightColour } from '@/core/vehicle';

/** The light of lamps, drawn on dark glass alone. */
export const LIGHT: Readonly<Record<LightColour, { core: string; glow: string }>> = {
  white: { core: '#f7fbff', glow: '#bcd7f2' },
  amber: { core: '#ffb53e', glow: '#d97a12' },
  'selective-yellow': { core: '#fff08a', glow: '#d8bd2a' },
  red: { core: '#ff4a4a', glow: '#b3141c' },
};
