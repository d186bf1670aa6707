/** The shortest ring of a waiting graph, first by its length, then by its ids; null where there is none. */
export function smallestLoop(before: ReadonlyMap<string, readonly string[]>): readonly string[] | null {
  let best: readonly string[] | null = null;
  for (const start of [...before.keys()].sort()) {
    const from = new Map<string, string>();
    let ring = [start];
    while (ring.length > 0) {
      const next: string[] = [];
      for (const id of ring)
        for (const wanted of before.get(id) ?? []) {
          if (wanted === start) {
            const loop = walkBack(from, start, id);
            if (best === null || loop.length < best.length) best = loop;
          } else if (!from.has(wanted)) {
            from.set(wanted, id);
            next.push(wanted);
          }
        }
      ring = next;
    }
  }
  return best;
}

function walkBack(from: ReadonlyMap<string, string>, start: string, last: string): readonly string[] {
  const loop = [last];
  for (let at = last; at !== start;) {
    at = from.get(at) ?? start;
    loop.unshift(at);
  }
  return loop;
}
