import type { ReactNode } from 'react';

export interface BecauseEntry {
  readonly mark: ReactNode;
  readonly text: string;
  readonly detail?: string | null;
  /** Where it comes from, in the small mono line. */
  readonly source?: string | null;
  /** What can be done about it, one link or button. */
  readonly act?: ReactNode;
}

/** The column that stands beside every result: reasons, sources, cautions, what would change it. It only explains. */
export function Because({
  title,
  about,
  entries,
  children,
}: {
  title: string;
  about?: string;
  entries: readonly BecauseEntry[];
  children?: ReactNode;
}) {
  return (
    <aside
      aria-label={title}
      className="bg-sunk px-5 py-4 lg:h-full lg:overflow-y-auto"
      tabIndex={0}
      data-because
    >
      <h2 className="text-lg">{title}</h2>
      {about && <p className="mb-1 font-mono text-sm text-soft">{about}</p>}
      <ul>
        {entries.map((e, i) => (
          <li key={i} className="grid grid-cols-[2.5rem_1fr] border-b border-line py-2.5 last:border-b-0">
            <span className="pt-0.5">{e.mark}</span>
            <div className="text-[0.92rem] leading-snug">
              <p className="font-semibold first-letter:uppercase">{e.text}</p>
              {e.detail && <p className="text-soft">{e.detail}</p>}
              {e.source && <p className="font-mono text-[0.8rem] text-soft">{e.source}</p>}
              {e.act}
            </div>
          </li>
        ))}
      </ul>
      {children}
    </aside>
  );
}
