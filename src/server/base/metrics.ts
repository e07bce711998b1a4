import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';

/** What is measured of this process, as Prometheus reads it (docs/operations.md). Names and units are by its conventions: seconds, base units. */
export const registry = new Registry();
collectDefaultMetrics({ register: registry });

const registers = [registry];
const seconds = [0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 30];

/** How long an answer took to begin. `route`: the pattern of the address, so that ids make no series of their own. */
export const requestSeconds = new Histogram({
  name: 'vivid_request_seconds',
  help: 'Time until an answer begins, by route, method and status.',
  labelNames: ['route', 'method', 'status'] as const,
  buckets: seconds,
  registers,
});

/** One transaction of the writer, from the first entry that it takes to the answer. */
export const batchSeconds = new Histogram({
  name: 'vivid_batch_seconds',
  help: 'Time of one transaction of the ledger’s writer.',
  buckets: seconds,
  registers,
});
export const batchEntries = new Histogram({
  name: 'vivid_batch_entries',
  help: 'Entries written in one transaction.',
  buckets: [1, 2, 5, 10, 20, 50, 100, 200, 400],
  registers,
});

/** From a machine's line to the ledger, by the line's own time: a clock that is off shows here too. */
export const feedLagSeconds = new Histogram({
  name: 'vivid_feed_lag_seconds',
  help: 'From what a machine told, by its own time, until it is stored.',
  buckets: [0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 60, 600, 3600],
  registers,
});

/** A number that is asked for when somebody looks. `read` gives it by label; '' for the only one. */
export function watchNumber(
  name: string,
  help: string,
  label: string,
  read: () => Record<string, number>,
): void {
  new Gauge({
    name,
    help,
    labelNames: [label],
    registers,
    collect() {
      for (const [key, value] of Object.entries(read())) this.set({ [label]: key }, value);
    },
  });
}
