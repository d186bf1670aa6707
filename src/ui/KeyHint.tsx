import type { ReactNode } from 'react';

/** A key as it stands on the keyboard. */
export function Key({ children }: { children: ReactNode }) {
  return (
    <kbd className="rounded-sm border border-outline px-1.5 font-mono text-[0.8rem] leading-5">
      {children}
    </kbd>
  );
}
