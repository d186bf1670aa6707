/** What can be gone to or done from everywhere, by its words; `lead`: for leads alone. */
export const PLACES = [
  { id: 'new-job', href: '/jobs/new' },
  { id: 'board', href: '/' },
  { id: 'bay', href: '/bay', whole: true },
  { id: 'drop', href: '/calculators?kind=drop' },
  { id: 'fuse', href: '/calculators?kind=fuse' },
  { id: 'resistor', href: '/calculators?kind=resistor' },
  { id: 'flasher', href: '/calculators?kind=flasher' },
  { id: 'drain', href: '/calculators?kind=drain' },
  { id: 'catalogue', href: '/shelf/family' },
  { id: 'held', href: '/held' },
  { id: 'people', href: '/shop/people', lead: true },
  { id: 'settings', href: '/shop/settings', lead: true },
  { id: 'figures', href: '/shop/figures', lead: true },
  { id: 'me', href: '/me' },
] as const satisfies readonly {
  readonly id: string;
  readonly href: string;
  /** A client of its own: gone to by a whole page. */
  readonly whole?: true;
  readonly lead?: true;
}[];
