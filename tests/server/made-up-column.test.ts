import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import { v7 as uuid7 } from 'uuid';
import type * as Base from '../../src/core/ledger/entry-base.ts';
import type * as Columns from '../../src/schemas/ledger/columns.ts';
import { needle } from '../support/entries.ts';
import { asOwner, ids, newDatabase, onDatabase } from '../support/workshop.ts';

/**
 * A column that is in no migration: which light the tablet saw. Four edits make one: the migration (here: the ALTER TABLE below), the field, its
 * record in the table of columns, and what fills it (here: the test).
 */
vi.mock('../../src/core/ledger/entry-base.ts', async (original) => {
  const { noServerFields } = await original<typeof Base>();
  return { noServerFields: { ...noServerFields, light: null } };
});
vi.mock('../../src/schemas/ledger/columns.ts', async (original) => {
  const { columns } = await original<typeof Columns>();
  const light = { name: 'light', type: 'text', shape: { type: ['string', 'null'] }, from: 'server' };
  return { columns: { ...columns, light } };
});

const { closeDatabase } = await import('../../src/server/base/database.ts');
const { addMachine } = await import('../../src/server/stores/machines.ts');
const { normalEntry } = await import('../../src/server/ledger/writing/accept.ts');
const { storeEntries } = await import('../../src/server/ledger/writing/queue.ts');
const { entryHistory, ledgerPage } = await import('../../src/server/ledger/reading/read.ts');
const { everythingNdjson } = await import('../../src/server/everything/export.ts');
const { rebuild } = await import('../../src/server/everything/rebuild.ts');
const { event, ledgerLine } = await import('../../src/schemas/ledger/event.ts');

const fitted = uuid7();
const store = (entry: object) =>
  storeEntries([{ ...normalEntry({ machineId: ids.machine, at: new Date().toISOString(), ...entry }) }]);
const listed = async () => (await ledgerPage({ machine: ids.machine })).items.find(({ id }) => id === fitted);

beforeAll(async () => {
  const url = await newDatabase();
  process.env['DATABASE_URL'] = url;
  await onDatabase(asOwner(url), 'ALTER TABLE ledger ADD light text');
  await onDatabase(asOwner(url), 'ALTER TABLE event ADD light text');
  await addMachine({
    ...{ id: ids.machine, name: 'Test one', heads: 1, positions: 15 },
    ...{ numberingSide: 'right', topSpeed: 1000 },
  });
  await store({
    ...{ id: fitted, kind: 'needle_fitted', head: 1, position: 7, light: 'dim' },
    data: { needle: needle(), reason: 'worn' },
  });
});
afterAll(() => closeDatabase());

test('it is kept with the entry, told in lists and in the entry’s history, and exported', async () => {
  expect(await listed()).toMatchObject({ light: 'dim' });
  const { lines } = await entryHistory(fitted);
  expect(lines).toMatchObject([{ light: 'dim' }]);
  let all = '';
  for await (const text of everythingNdjson()) all += text;
  const line = all.split('\n').find((text) => text.includes(fitted));
  expect(JSON.parse(line!)).toMatchObject({ table: 'ledger', row: { light: 'dim' } });
});

test('the messages’ schemas have it', () => {
  expect(event.properties).toHaveProperty('light');
  expect(ledgerLine.properties).toHaveProperty('light');
});

test('a correction and a rebuild leave it as it was', async () => {
  const data = { void: true };
  await store({ id: uuid7(), kind: 'correction', corrects: fitted, data });
  expect(await listed()).toMatchObject({ light: 'dim', void: true });
  await rebuild();
  expect(await listed()).toMatchObject({ light: 'dim', void: true });
});
