/** Heavy work that came to no end: too many are waiting, it took too long or too much memory, or nobody waits any more. */
export class HeavyStopped extends Error {
  constructor(readonly code: 'heavy-busy' | 'heavy-time' | 'heavy-memory' | 'heavy-left') {
    super(code);
  }
}
