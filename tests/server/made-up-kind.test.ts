import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import { v7 as uuid7 } from 'uuid';
import type * as Kinds from '../../src/core/ledger/kinds/index.ts';
import { kindOfEntry } from '../../src/core/ledger/kinds/kind.ts';
import { object } from '../../src/core/shape/parts.ts';
import { needle } from '../support/entries.ts';
import { ids, newDatabase } from '../support/workshop.ts';

/** A kind that is in no folder: a needle that was seen to be bent, and taken out. */
const needleBent = kindOfEntry({
  name: 'Bent needle',
  where: 'seat',
  shape: object({ degrees: { type: 'integer', minimum: 1, maximum: 90 } }),
  flags: { story: 'others', onRecord: true },
  says: ({ data }) => `needle bent by ${data.degrees}°, taken out`,
  fold: (now, entry) => ({
    ...now,
    seats: now.seats.map((seat) =>
      seat.head === entry.head && seat.position === entry.position ? { ...seat, needle: null } : seat,
    ),
  }),
});

// Only the list of kinds is another one: everything else is the app as it stands.
vi.mock('../../src/core/ledger/kinds/index.ts', async (original) => {
  const { entryKinds } = await original<typeof Kinds>();
  return { entryKinds: { ...entryKinds, needle_bent: needleBent } };
});

const { addMachine } = await import('../../src/server/stores/machines.ts');
const receiving = await import('../../src/server/ledger/writing/receive.ts');
const { unauthenticated } = await import('../../src/server/people/principals.ts');
const receiveEntries = (message: unknown) => receiving.receiveEntries(message, unauthenticated);
const { headNow, positionStory } = await import('../../src/server/machine/head.ts');
const { ledgerPage, ledgerRows } = await import('../../src/server/ledger/reading/read.ts');
const { exportFormats } = await import('../../src/server/ledger/reading/export.ts');
const { everythingNdjson } = await import('../../src/server/everything/export.ts');
const { rebuild } = await import('../../src/server/everything/rebuild.ts');
const { closeDatabase } = await import('../../src/server/base/database.ts');
const { entrySays, kindsWith } = await import('../../src/core/ledger/about-kinds.ts');

const seat = { machineId: ids.machine, head: 1, position: 7 };
const minute = (at: number) => new Date(Date.now() - 3_600_000 + at * 60_000).toISOString();
const fitted = uuid7();
const bent = uuid7();

beforeAll(async () => {
  process.env['DATABASE_URL'] = await newDatabase();
  await addMachine({
    ...{ id: ids.machine, name: 'Test one', heads: 1, positions: 15 },
    ...{ numberingSide: 'right', topSpeed: 1000 },
  });
  await receiveEntries({
    entries: [
      {
        ...{ ...seat, id: fitted, kind: 'needle_fitted', at: minute(0) },
        data: { needle: needle(), reason: 'worn' },
      },
      { ...{ ...seat, id: bent, kind: 'needle_bent', at: minute(1) }, data: { degrees: 12 } },
    ],
  });
});
afterAll(() => closeDatabase());

const needleAt7 = async () =>
  (await headNow(ids.machine)).seats.find(({ position }) => position === 7)!.needle;

test('a kind that is only in the list is accepted by its own shape, and refused by it', async () => {
  const wrong = { ...seat, id: uuid7(), kind: 'needle_bent', at: minute(2), data: { degrees: 400 } };
  await expect(receiveEntries({ entries: [wrong] })).rejects.toMatchObject({ status: 422 });
  const nowhere = { ...wrong, head: null, position: null, data: { degrees: 4 } };
  await expect(receiveEntries({ entries: [nowhere] })).rejects.toThrow(/needs a head and a position/);
});

test('it is folded, and folded the same by a rebuild', async () => {
  expect(await needleAt7()).toBeNull();
  await rebuild();
  expect(await needleAt7()).toBeNull();
});

test('it is listed: in the ledger by its name, in its words, and in its position’s story', async () => {
  const { items } = await ledgerPage({ machine: ids.machine, kind: 'needle_bent' });
  expect(items.map(({ id }) => id)).toEqual([bent]);
  expect(entrySays(items[0]!, String)).toBe('needle bent by 12°, taken out');
  const { others } = await positionStory(ids.machine, 1, 7);
  expect(others.map(({ id }) => id)).toContain(bent);
  expect(kindsWith('onRecord')).toContain('needle_bent');
});

test('it is exported, in words and as it is', async () => {
  let csv = '';
  for await (const text of exportFormats.csv.lines(ledgerRows({ machine: ids.machine }))) csv += text;
  expect(csv).toMatch(/,1,7,Bent needle,"needle bent by 12°, taken out",/);
  let all = '';
  for await (const text of everythingNdjson()) all += text;
  const line = all.split('\n').find((text) => text.includes(bent));
  expect(JSON.parse(line!)).toMatchObject({ table: 'ledger', row: { kind: 'needle_bent' } });
});

test('it is corrected, and taken back the needle is there again', async () => {
  const correct = (data: object) =>
    receiveEntries({
      entries: [
        {
          ...{ id: uuid7(), machineId: ids.machine, kind: 'correction', at: new Date().toISOString() },
          ...{ corrects: bent, data },
        },
      ],
    });
  await expect(correct({ data: { degrees: 91 } })).rejects.toMatchObject({ status: 422 });
  await correct({ data: { degrees: 30 } });
  const { items } = await ledgerPage({ machine: ids.machine, kind: 'needle_bent' });
  expect(items[0]).toMatchObject({ data: { degrees: 30 }, corrections: 1 });
  await correct({ void: true });
  expect(await needleAt7()).toMatchObject({ entryId: fitted });
});
