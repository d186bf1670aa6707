'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Key } from '@/ui/KeyHint';
import { useKeys } from '@/ui/useKeys';
import { useFrameWords } from '@/ui/WordsContext';

// Loaded when somebody looks for something first: no page waits for it.
const FindSheet = dynamic(() => import('./FindSheet').then((m) => m.FindSheet));

/** Finds anything and does anything, from every screen: `/`, or the button in the bar. */
export function Find({ lead }: { lead: boolean }) {
  const { t } = useFrameWords();
  const [open, setOpen] = useState(false);
  useKeys({ '/': () => setOpen(true) }, 'frame');
  return (
    <>
      <button
        type="button"
        className="flex items-center gap-2 rounded-sm border border-outline bg-raised px-2.5 py-1 text-sm text-soft"
        onClick={() => setOpen(true)}
        data-find
      >
        {t('find.open')}{' '}
        <span className="max-lg:hidden">
          <Key>/</Key>
        </span>
      </button>
      {open && <FindSheet lead={lead} onClose={() => setOpen(false)} />}
    </>
  );
}
