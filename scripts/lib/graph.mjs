/**
 * Does pieces of work beside one another: each begins when what it comes after has ended and so many cores are free for it,
 * in the order of the list among those that could.
 * @param {number} cores that may be taken at once
 * @param {readonly { name: string, after?: readonly string[], cores?: number, work: () => Promise<unknown> }[]} pieces
 *   `cores` counts as 1; more than there are counts as all
 * @throws what the first failing piece throws, once those that had begun are over; none begins after it
 */
export async function graph(cores, pieces) {
  const names = new Set(pieces.map((p) => p.name));
  for (const { name, after = [] } of pieces)
    for (const other of after)
      if (!names.has(other)) throw new Error(`${name} comes after ${other}, which is none`);
  const over = new Set();
  const running = new Map();
  const waiting = [...pieces];
  let free = cores;
  let fault;
  const takes = (piece) => Math.min(piece.cores ?? 1, cores);
  for (;;) {
    for (const piece of fault ? [] : [...waiting]) {
      if (!(piece.after ?? []).every((name) => over.has(name)) || takes(piece) > free) continue;
      waiting.splice(waiting.indexOf(piece), 1);
      free -= takes(piece);
      running.set(
        piece.name,
        piece.work().then(
          () => ({ piece }),
          (error) => ({ piece, error }),
        ),
      );
    }
    if (running.size === 0) break;
    const { piece, error } = await Promise.race(running.values());
    running.delete(piece.name);
    over.add(piece.name);
    free += takes(piece);
    fault ??= error;
  }
  if (fault) throw fault;
  if (waiting.length > 0) throw new Error(`nothing lets ${waiting.map((p) => p.name).join(', ')} begin`);
}
