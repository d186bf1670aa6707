'use client';
import { useCallback, useEffect } from 'react';
import { useJob, useSent } from './JobContext';

/** Takes back what was written last on this screen, and what was written before it: one button, one gesture, everywhere. */
export function UndoLast() {
  const { words, sender } = useJob();
  const { state, undoable } = useSent();
  const { t, tCode } = words;
  const last = undoable.at(-1);
  const may = last !== undefined && state.kind !== 'sending';
  const undo = useCallback(() => {
    if (!last || !may) return;
    void sender.sendAll(
      [...last.ids].reverse().map((target) => ({ type: 'void' as const, body: { target } })),
    );
  }, [last, may, sender]);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.key !== 'z' || !(event.ctrlKey || event.metaKey) || event.shiftKey || event.altKey) return;
      // In a field the same keys take back what was typed.
      if (document.activeElement?.matches('input, textarea, select, [contenteditable]')) return;
      event.preventDefault();
      undo();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [undo]);
  const what = last ? t('undo.named', { what: tCode(`event.${last.type}`) }) : t('undo.nothing');
  return (
    <button
      type="button"
      className="inline-flex min-h-8 min-w-8 shrink-0 items-center justify-center gap-1.5 rounded-sm px-2 py-1 text-sm font-semibold text-petrol disabled:text-faint"
      disabled={!may}
      onClick={undo}
      aria-label={what}
      title={what}
      aria-keyshortcuts="Control+Z Meta+Z"
      data-undo-last={undoable.length}
    >
      <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden>
        <path
          d="M6 3L2.5 6.5 6 10M3 6.5h6a4 4 0 010 8H6"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.7"
        />
      </svg>
      <span className="max-sm:hidden">{t('undo')}</span>
    </button>
  );
}
