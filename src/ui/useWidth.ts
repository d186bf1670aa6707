'use client';
import { type RefObject, useEffect, useState } from 'react';

/** Width of an element on the screen, px, as it changes. @param usual until it is known */
export function useWidth(element: RefObject<Element | null>, usual: number): number {
  const [width, setWidth] = useState(usual);
  useEffect(() => {
    const at = element.current;
    if (!at) return undefined;
    const observer = new ResizeObserver(() => setWidth(at.getBoundingClientRect().width || usual));
    observer.observe(at);
    return () => observer.disconnect();
  }, [element, usual]);
  return width;
}
