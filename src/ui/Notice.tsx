'use client';
import type { ReactNode } from 'react';
import { BoltMark } from './BoltMark';
import { Link } from './Link';

/** A page that says what happened, what was kept and what to do. */
export function Notice({
  title,
  kept,
  todo,
  children,
  home,
}: {
  title: string;
  kept: string;
  todo: string;
  home: string;
  children?: ReactNode;
}) {
  return (
    <main className="mx-auto grid min-h-[70dvh] max-w-lg content-center gap-3 px-6">
      <BoltMark size={44} />
      <h1 className="text-3xl">{title}</h1>
      <p>{kept}</p>
      <p className="text-soft">{todo}</p>
      <p className="flex gap-4 pt-2">
        {children}
        <Link href="/" className="font-semibold text-petrol underline underline-offset-3">
          {home}
        </Link>
      </p>
    </main>
  );
}
