import cluster from 'node:cluster';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { AggregatorRegistry, collectDefaultMetrics, Counter, Gauge, Histogram, register } from 'prom-client';
import { heldDatabase } from '../db/connection';

/** *Setting*: upper ends of the classes in which answers are counted by how long they took, s. */
const BUCKETS_S = [0.01, 0.025, 0.05, 0.1, 0.3, 0.6, 1, 2.5, 10, 30];
const NS = 1e9;

/** What this process counts of itself. Names and units follow the open text format's own conventions. */
export interface Metrics {
  readonly requests: Histogram<'method' | 'route' | 'status'>;
  readonly entries: Counter<'outcome'>;
}

/** Next keeps several copies of a module in one process; what is counted is counted once all the same. */
const HELD = Symbol.for('yonder-bolt.metrics');
const held = globalThis as unknown as { [HELD]?: Metrics };

/** The counts of this process, made at first use. */
export function metrics(): Metrics {
  held[HELD] ??= makeMetrics();
  return held[HELD];
}

function makeMetrics(): Metrics {
  collectDefaultMetrics();
  // One of several answers who started it when it is asked for its counts.
  if (cluster.isWorker) new AggregatorRegistry();
  const delay = monitorEventLoopDelay({ resolution: 10 });
  delay.enable();
  const gauge = (name: string, help: string, aggregator: 'sum' | 'max', value: () => number) =>
    new Gauge({
      name,
      help,
      aggregator,
      collect() {
        this.set(value());
      },
    });
  gauge(
    'yonder_event_loop_delay_p99_seconds',
    'Delay of the event loop since it was last asked.',
    'max',
    () => {
      const seconds = delay.percentile(99) / NS;
      delay.reset();
      return Number.isFinite(seconds) ? seconds : 0;
    },
  );
  const pool = () => heldDatabase()?.pool;
  gauge('yonder_database_connections', 'Open connections.', 'sum', () => pool()?.totalCount ?? 0);
  gauge('yonder_database_connections_idle', 'Open and not in use.', 'sum', () => pool()?.idleCount ?? 0);
  gauge(
    'yonder_database_waiting',
    'Requests that wait for a connection.',
    'sum',
    () => pool()?.waitingCount ?? 0,
  );
  return {
    requests: new Histogram({
      name: 'yonder_request_duration_seconds',
      help: 'Answers by kind of address, method and status.',
      labelNames: ['method', 'route', 'status'],
      buckets: BUCKETS_S,
    }),
    entries: new Counter({
      name: 'yonder_entries_total',
      help: 'Entries sent by devices, by what became of them.',
      labelNames: ['outcome'],
    }),
  };
}

/** What this process counted, in the open text format. */
export const metricsText = (): Promise<string> => {
  metrics();
  return register.metrics();
};
