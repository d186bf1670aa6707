'use client';
import { createContext, useContext } from 'react';
import type { Bay } from '@/device';

/** What this device has taken along. */
export const BayContext = createContext<Bay | null>(null);

export function useBay(): Bay {
  const bay = useContext(BayContext);
  if (!bay) throw new Error('useBay outside a BayContext');
  return bay;
}
