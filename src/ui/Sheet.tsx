'use client';
import { Dialog } from 'radix-ui';
import { type ReactNode, useRef } from 'react';

/** A dialog that gives the focus back where it was. */
export function Sheet({
  open,
  onOpenChange,
  title,
  about,
  children,
  close,
  wide = false,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  about?: string;
  children: ReactNode;
  close: string;
  wide?: boolean;
}) {
  // Who opened it may be no part of the dialog: the focus goes back to whatever had it.
  const before = useRef<Element | null>(null);
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-graphite/50" />
        <Dialog.Content
          onOpenAutoFocus={() => {
            before.current = document.activeElement;
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (before.current instanceof HTMLElement) before.current.focus();
          }}
          className={`fixed left-1/2 top-1/2 z-50 max-h-[88vh] ${wide ? 'w-[min(58rem,94vw)]' : 'w-[min(34rem,94vw)]'} -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-md border border-ink bg-paper p-6`}
          {...(about ? {} : { 'aria-describedby': undefined })}
        >
          <Dialog.Title className="text-xl">{title}</Dialog.Title>
          {about && <Dialog.Description className="mt-1 text-soft">{about}</Dialog.Description>}
          <div className="mt-4">{children}</div>
          <Dialog.Close className="absolute right-4 top-4 rounded-sm px-2 py-1 text-sm font-semibold text-petrol underline underline-offset-3">
            {close}
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
