'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { FindButton } from '@/ui/FindButton';

// Loaded when somebody looks for something first: no page waits for it.
const FindSheet = dynamic(() => import('./FindSheet').then((m) => m.FindSheet));

/** Finds anything and does anything, from every screen: `/`, or the button in the bar. */
export function Find({ lead }: { lead: boolean }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <FindButton className="px-2.5 py-1 text-sm text-soft" onOpen={() => setOpen(true)} />
      {open && <FindSheet lead={lead} onClose={() => setOpen(false)} />}
    </>
  );
}
