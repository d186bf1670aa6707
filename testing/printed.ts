/** What the applications that run now have printed, for a failing test to show. */
export const printed = new Set<() => string>();
