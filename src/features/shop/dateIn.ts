/** A moment on the shop's own clock. */
export const dateIn = (locale: string, iso: string, zone: string): string =>
  new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeStyle: 'short', timeZone: zone }).format(
    new Date(iso),
  );
