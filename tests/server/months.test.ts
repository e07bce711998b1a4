import pg from 'pg';
import { v7 as uuid7 } from 'uuid';
import { beforeAll, describe, expect, test } from 'vitest';
import { entry } from '../support/entries.ts';
import { asOwner, furnish, ids, newDatabase, newServer } from '../support/workshop.ts';
import { setClockAhead } from '../../src/server/base/clock.ts';
import { writeEntries } from '../../src/server/ledger/writing/write.ts';
import { normalEntry } from '../../src/server/ledger/writing/accept.ts';

let url = '';
beforeAll(async () => {
  url = await newDatabase();
  const server = await newServer(url);
  await furnish(server.address);
  process.env['DATABASE_URL'] = url;
  return () => setClockAhead(0);
});

/** The next 30 month ends, from the day the test is run. */
const monthEnds = Array.from({ length: 30 }, (_, index) => {
  const now = new Date();
  return Date.UTC(now.getUTCFullYear(), now.getUTCMonth() + 1 + index, 1);
});
const noteAt = (ms: number) =>
  normalEntry(
    entry('note', { text: 'x' }, { id: uuid7({ msecs: ms }), at: new Date(ms).toISOString() } as never),
  );
const partOf = async (id: string) => {
  const owner = new pg.Client({ connectionString: asOwner(url) });
  await owner.connect();
  const { rows } = await owner.query<{ part: string }>(
    'SELECT tableoid::regclass::text AS part FROM ledger WHERE id = $1',
    [id],
  );
  await owner.end();
  return rows[0]?.part;
};

describe('the month turns', () => {
  test('on each of the next 30 month ends touches are stored before and behind it, though a tablet was there first', async () => {
    for (const end of monthEnds) {
      // A tablet whose clock runs five months ahead has written into the month that is to come.
      setClockAhead(end - 5 * 30 * 86_400_000 - Date.now());
      const early = noteAt(end + 3_600_000);
      expect((await writeEntries([early]))[0]!.again).toBe(false);
      for (const moment of [end - 1000, end - 1, end, end + 1, end + 1000]) {
        setClockAhead(moment - Date.now());
        const note = noteAt(moment);
        expect((await writeEntries([note]))[0]!.again).toBe(false);
      }
    }
    setClockAhead(0);
  });

  test('a month that nobody was in before has a partition of its own', async () => {
    const far = monthEnds.at(-1)! + 400 * 86_400_000;
    setClockAhead(far - Date.now());
    const note = noteAt(far);
    await writeEntries([note]);
    setClockAhead(0);
    expect(await partOf(note.id)).toBe(`ledger_${new Date(far).toISOString().slice(0, 7).replace('-', '_')}`);
  });

  test('while a long reading holds the ledger, a new month’s first touch is stored all the same', async () => {
    const far = monthEnds.at(-1)! + 800 * 86_400_000;
    const reader = new pg.Client({ connectionString: url });
    await reader.connect();
    await reader.query('BEGIN ISOLATION LEVEL REPEATABLE READ');
    await reader.query('SELECT count(*) FROM ledger');
    setClockAhead(far - Date.now());
    const note = noteAt(far);
    await writeEntries([note]);
    const next = noteAt(far + 90_000);
    await writeEntries([next]);
    setClockAhead(0);
    await reader.query('COMMIT');
    await reader.end();
    expect(await partOf(note.id)).toBe('ledger_other');
    expect(ids.machine).toBe(note.machineId);
  });
});
