import pg from 'pg';
import { expect, test } from 'vitest';
import { entryKindKeys, kindsOfStory, kindsWith } from '../../src/core/ledger/about-kinds.ts';
import { newDatabase } from '../support/workshop.ts';

/** Kinds that stand in a partial index's condition, which PostgreSQL keeps as it was when the index was made. */
async function kindsOfIndex(index: string): Promise<string[]> {
  const client = new pg.Client(await newDatabase());
  await client.connect();
  const { rows } = await client.query<{ indexdef: string }>(
    'SELECT indexdef FROM pg_indexes WHERE indexname = $1',
    [index],
  );
  await client.end();
  const condition = rows[0]!.indexdef.split(' WHERE ')[1]!;
  return [...condition.matchAll(/'([a-z_]+)'::text/g)]
    .map(([, name]) => name!)
    .filter((name) => (entryKindKeys as readonly string[]).includes(name))
    .sort();
}

// A kind that gets one of these flags needs a migration that makes the index anew, or its queries read all of the table.
test.each([
  ['event_of_case', () => kindsWith('ofCase')],
  ['event_over', () => kindsWith('fits')],
  ['event_held', () => kindsWith('holds')],
  ['event_stop_of_feed', () => kindsWith('stops')],
  ['event_seat_seldom', () => kindsOfStory('others')],
])('the index %s covers the kinds that the registry says', async (index, kinds) => {
  expect(await kindsOfIndex(index)).toEqual([...kinds()].sort());
});
