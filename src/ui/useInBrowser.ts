'use client';
import { useSyncExternalStore } from 'react';

const never = () => () => undefined;

/**
 * Whether this is drawn in a browser that has taken the page over. What is long to draw and of no use before that is drawn
 * there alone: the server sends what it is made of once, not also what it looks like.
 */
export const useInBrowser = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
