/** Class names shared by the kit: one look for each role. */
export const BUTTON = {
  main: 'inline-flex items-center justify-center gap-2 rounded-sm bg-ink px-3.5 py-2 text-paper font-semibold hover:bg-graphite disabled:bg-sunk disabled:text-faint',
  plain:
    'inline-flex items-center justify-center gap-2 rounded-sm border border-outline bg-raised px-3.5 py-2 font-semibold hover:border-ink disabled:text-faint disabled:border-line',
  quiet:
    'inline-flex items-center gap-1.5 rounded-sm px-1.5 py-1 text-petrol font-semibold underline decoration-line underline-offset-3 hover:decoration-petrol disabled:text-faint disabled:no-underline',
} as const;

export const FIELD =
  'w-full rounded-sm border border-outline bg-raised px-2.5 py-1.5 text-[0.95rem] font-normal text-ink placeholder:text-faint aria-invalid:border-plum aria-invalid:border-2';
