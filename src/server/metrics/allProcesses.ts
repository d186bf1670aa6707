import cluster from 'node:cluster';
import { randomUUID } from 'node:crypto';
import { metricsText } from './metrics';

/** *Setting*: how long the other processes of this machine are waited for, ms. */
const PATIENCE_MS = 6_000;

/**
 * What all processes of this machine counted together, in the open text format: whoever started them asks each one and
 * sums up. A process that was started alone answers for itself.
 * @throws Error when one of them does not answer in time: half a sum would be no sum
 */
export function metricsOfAll(): Promise<string> {
  const send = process.send?.bind(process);
  if (!cluster.isWorker || !send) return metricsText();
  return new Promise((resolve, reject) => {
    const id = randomUUID();
    const timer = setTimeout(() => end(new Error('the processes did not answer')), PATIENCE_MS);
    const end = (error: Error | null, text = '') => {
      clearTimeout(timer);
      process.off('message', hear);
      if (error) reject(error);
      else resolve(text);
    };
    const hear = (message: unknown) => {
      const answer = message as { type?: unknown; id?: unknown; text?: unknown };
      if (answer.type !== 'yonder:metrics' || answer.id !== id) return;
      if (typeof answer.text === 'string') end(null, answer.text);
      else end(new Error('the processes did not answer'));
    };
    process.on('message', hear);
    send({ type: 'yonder:metrics', id });
  });
}
