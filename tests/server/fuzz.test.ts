import { expect, test } from 'vitest';
import { chance } from '../../src/core/base/chance.ts';
import { entry } from '../support/entries.ts';
import { fuzz } from '../support/fuzz.ts';
import { askAs, everybody, everyRole, letIn } from '../support/people.ts';
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

test('1,200 more by every role and by nobody: what may not be done is not, and leaves nothing behind', async () => {
  const server = await newServer();
  await furnish(server.address);
  const all = await everyRole(server.address);
  const as = everybody(server.address, all);
  const tablet = await letIn(server.address);
  let running = true;
  let logged = 0;
  const logging = (async () => {
    while (running) {
      const touch = entry('break', { fault: 'snap' }, { machineId: ids.four, head: 2, position: 3 });
      expect((await askAs(server.address, tablet, 'POST', '/api/ledger', { entries: [touch] })).status).toBe(
        201,
      );
      logged++;
      await new Promise((next) => setTimeout(next, 20));
    }
  })();
  const found = await fuzz({
    base: server.address,
    ownerUrl: asOwner(server.url),
    count: 1200,
    chance: chance(20261127).next,
    known: Object.values(ids),
    beside: ids.four,
    withinMs: 60_000,
    as,
  });
  running = false;
  await logging;
  expect(found.faults).toEqual([]);
  expect(logged).toBeGreaterThan(20);
  const { 401: unknown = 0, 403: refused = 0, 200: read = 0, 201: made = 0 } = found.byStatus;
  expect(unknown).toBeGreaterThan(100);
  expect(refused).toBeGreaterThan(100);
  expect(read + made).toBeGreaterThan(60);
});
