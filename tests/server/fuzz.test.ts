import { expect, test } from 'vitest';
import { chance } from '../../src/core/base/chance.ts';
import { entry } from '../support/entries.ts';
import { fuzz } from '../support/fuzz.ts';
import { askAs, everybody, everyRole, letIn } from '../support/people.ts';
import { ask, asOwner, furnish, ids, newServer } from '../support/workshop.ts';

type Fuzzed = Pick<Parameters<typeof fuzz>[0], 'count' | 'chance' | 'as'>;

/** Odd requests to a furnished server, while a touch is logged every 20 ms; no fault is found, and logging goes on. */
async function fuzzBeside(
  server: Awaited<ReturnType<typeof newServer>>,
  how: Fuzzed,
  log: (message: unknown) => Promise<{ status: number }>,
): Promise<Record<string, number>> {
  let running = true;
  let logged = 0;
  const logging = (async () => {
    while (running) {
      const touch = entry('break', { fault: 'snap' }, { machineId: ids.four, head: 2, position: 3 });
      expect((await log({ entries: [touch] })).status).toBe(201);
      logged++;
      await new Promise((next) => setTimeout(next, 20));
    }
  })();
  const { faults, byStatus } = await fuzz({
    ...{ base: server.address, ownerUrl: asOwner(server.url), known: Object.values(ids) },
    ...{ beside: ids.four, withinMs: 60_000, ...how },
  });
  running = false;
  await logging;
  expect(faults).toEqual([]);
  expect(logged).toBeGreaterThan(20);
  return byStatus;
}

test('600 requests of every kind to every endpoint: each answered, none by a fault of the server; logging goes on', async () => {
  const server = await newServer();
  await furnish(server.address);
  const byStatus = await fuzzBeside(server, { count: 600, chance: chance(20261201).next }, (message) =>
    ask(server.address, 'POST', '/api/ledger', message),
  );
  // Not everything is turned away at the door: what fits is taken.
  expect(byStatus['201'] ?? 0).toBeGreaterThan(8);
  expect(byStatus['200'] ?? 0).toBeGreaterThan(40);
});

test('500 more by every role and by nobody: what may not be done is not, and leaves nothing behind', async () => {
  const server = await newServer();
  await furnish(server.address);
  const as = everybody(server.address, await everyRole(server.address));
  const tablet = await letIn(server.address);
  const how = { count: 500, chance: chance(20261127).next, as };
  const byStatus = await fuzzBeside(server, how, (message) =>
    askAs(server.address, tablet, 'POST', '/api/ledger', message),
  );
  const { 401: unknown = 0, 403: refused = 0, 200: read = 0, 201: made = 0 } = byStatus;
  expect(unknown).toBeGreaterThan(40);
  expect(refused).toBeGreaterThan(40);
  expect(read + made).toBeGreaterThan(25);
});
