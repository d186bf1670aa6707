import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link within the application that fetches nothing until it is followed. Each view is read fresh from the job's
 * events, and what was fetched ahead would be thrown away, and fetched again for every link in sight, after each event.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, 'prefetch'>) {
  return <NextLink {...props} prefetch={false} />;
}
