/**
 * Whether another start mends anything. A process that dies at its work is started anew however often: the others go on
 * meanwhile. So many in so long that died before they ever answered have a fault that no start mends.
 * @param {number} most deaths before an answer that are borne
 * @param {number} withinMs in so long, ms
 */
export function deathWatch(most, withinMs) {
  const answered = new Set();
  let early = [];
  return {
    /** @param {number} id of a process that answers now */
    answers: (id) => void answered.add(id),
    /**
     * @param {number} id of the process that died
     * @param {number} now ms
     * @returns {boolean} false: no start mends it
     */
    worthAStart: (id, now) => {
      if (answered.delete(id)) return true;
      early = [...early.filter((at) => now - at < withinMs), now];
      return early.length <= most;
    },
  };
}
