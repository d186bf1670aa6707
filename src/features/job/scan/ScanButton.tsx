'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Scan } from '@/core/scan';
import { BUTTON } from '@/ui/classes';
import { useFrameWords } from '@/ui/WordsContext';

// Camera and decoder are loaded when somebody scans first.
const ScanSheet = dynamic(() => import('./ScanSheet').then((m) => m.ScanSheet));

/** Opens the camera for a bar code. @param what what is looked for, as the title of the sheet */
export function ScanButton({
  what,
  onScan,
  className = BUTTON.plain,
}: {
  what: string;
  onScan: (scan: Scan) => string | null;
  className?: string;
}) {
  const { t } = useFrameWords();
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className={className}
        onClick={() => setOpen(true)}
        aria-label={what}
        data-scan-open
      >
        <svg viewBox="0 0 18 14" width="18" height="14" aria-hidden>
          <path d="M1 1v12M4 1v12M6 1v12M10 1v12M12.5 1v12M17 1v12" stroke="currentColor" strokeWidth="1.6" />
        </svg>
        {t('scan.open')}
      </button>
      {open && <ScanSheet title={what} onScan={onScan} onClose={() => setOpen(false)} />}
    </>
  );
}
