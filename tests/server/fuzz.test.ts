import { expect, test } from 'vitest';
import { chance } from '../../src/core/base/chance.ts';
import { entry } from '../support/entries.ts';
import { fuzz } from '../support/fuzz.ts';
import { ask, asOwner, furnish, ids, newServer } from '../support/workshop.ts';

test('1,600 requests of every kind to every endpoint: each answered, none by a fault of the server; logging goes on', async () => {
  const server = await newServer();
  await furnish(server.address);
  let running = true;
  let logged = 0;
  const operator = (async () => {
    while (running) {
      const touch = entry('break', { fault: 'snap' }, { machineId: ids.four, head: 2, position: 3 });
      expect((await ask(server.address, 'POST', '/api/ledger', { entries: [touch] })).status).toBe(201);
      logged++;
      await new Promise((next) => setTimeout(next, 20));
    }
  })();
  const found = await fuzz({
    base: server.address,
    ownerUrl: asOwner(server.url),
    count: 1600,
    chance: chance(20261126).next,
    known: Object.values(ids),
    beside: ids.four,
    withinMs: 60_000,
  });
  running = false;
  await operator;
  expect(found.faults).toEqual([]);
  expect(logged).toBeGreaterThan(20);
  // Not everything is turned away at the door: what fits is taken.
  expect(found.byStatus['201'] ?? 0).toBeGreaterThan(30);
  expect(found.byStatus['200'] ?? 0).toBeGreaterThan(100);
});
