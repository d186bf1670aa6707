'use client';
import { usePathname } from 'next/navigation';
import { isStage, type Stage } from '@/core/job';

/** The stage that the address names. */
export function useStage(): Stage {
  const last = usePathname().split('/').at(-1) ?? '';
  return isStage(last) ? last : 'arrive';
}
