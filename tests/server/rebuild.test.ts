import { needleText } from '../../src/core/needle/label.ts';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { effectiveEntries } from '../../src/core/ledger/effective.ts';
import { addExposure, livesNow, noExposures } from '../../src/core/findings/exposure/exposures.ts';
import { applyEntry, emptyHead, foldHead } from '../../src/core/ledger/head.ts';
import { tallyOf } from '../../src/core/ledger/progress.ts';
import { closeDatabase, database, rows } from '../../src/server/base/database.ts';
import { headNow } from '../../src/server/machine/head.ts';
import { addJobs } from '../../src/server/jobs/jobs.ts';
import { catchUp } from '../../src/server/findings/catch-up.ts';
import { rebuild } from '../../src/server/everything/rebuild.ts';
import { writeEntries } from '../../src/server/ledger/writing/write.ts';
import { addMachine } from '../../src/server/stores/machines.ts';
import { addOperator } from '../../src/server/stores/operators.ts';
import { addCone, addThread } from '../../src/server/stores/threads.ts';
import { randomHistory } from '../support/random-history.ts';
import { asOwner, ids, newDatabase } from '../support/workshop.ts';

const history = randomHistory(4000, 7);

/** Every projection, row by row, in a fixed order. */
async function projections() {
  const tables = {
    event: 'id',
    seat: 'machine_id, head, position',
    machine_now: 'machine_id',
    job_tally: 'job_id',
    head_checkpoint: 'machine_id, at, id',
    learnt_mark: 'machine_id',
    sewn_cell: 'machine_id, day, block, head, position, job_id, needle_entry, thread_id, operator_id',
    stop_cell: 'machine_id, day, head, position, job_id, kind, fault',
    needle_life: 'entry_id',
  };
  const read = Object.entries(tables).map(
    async ([table, order]) =>
      [table, await rows(database(), `SELECT * FROM ${table} ORDER BY ${order}`)] as const,
  );
  return Object.fromEntries(await Promise.all(read));
}

beforeAll(async () => {
  process.env['DATABASE_URL'] = await newDatabase();
  const size = { positions: 15, numberingSide: 'right', topSpeed: 1000 } as const;
  await addMachine({ id: ids.machine, name: 'Test one', heads: 1, ...size });
  await addMachine({ id: ids.four, name: 'Test four', heads: 4, ...size, positions: 12 });
  await addOperator({ id: ids.operator, name: 'Ines' });
  await addThread({
    id: ids.red,
    code: 'RE40',
    name: 'Red',
    colour: '#cc1122',
    weightNo: 40,
    fibre: 'polyester',
  });
  await addThread({
    id: ids.gold,
    code: 'MG40',
    name: 'Gold',
    colour: '#ccaa22',
    weightNo: 40,
    fibre: 'metallic',
  });
  await addCone({ id: ids.cone, threadId: ids.red, batch: '', metres: 5000 });
  await addJobs([
    {
      id: ids.job,
      name: 'Caps',
      customer: '',
      cloth: '',
      pieces: 10,
      due: null,
      note: '',
      stops: [{ stop: 1, threadId: ids.red, stitches: 2000, element: 'fill', position: null }],
    },
  ]);
  // Now one at a time, now many together: as touches and as a device that comes back.
  for (let at = 0, size = 1; at < history.length; at += size, size = 1 + ((size * 7) % 40)) {
    await writeEntries(history.slice(at, at + size));
    // Findings are looked at now and then: what is late or corrected afterwards is counted again.
    if (size % 5 === 0) await Promise.all([catchUp(ids.machine), catchUp(ids.four), catchUp(ids.machine)]);
  }
  await catchUp(ids.machine);
  await catchUp(ids.four);
});
afterAll(closeDatabase);

describe('a long random history', () => {
  test('is all in the ledger, once each', async () => {
    const [row] = await rows<{ lines: number; ids: number }>(
      database(),
      'SELECT count(*) AS lines, count(DISTINCT id) AS ids FROM ledger',
    );
    expect(row).toEqual({ lines: history.length, ids: history.length });
    expect(new Set(history.map((one) => one.kind)).size).toBeGreaterThanOrEqual(9);
  });

  test('folded as it came gives the heads that the core gives at once, from all of it', async () => {
    const effective = effectiveEntries(history);
    for (const [machineId, heads, positions] of [
      [ids.machine, 1, 15],
      [ids.four, 4, 12],
    ] as const) {
      const core = foldHead(
        emptyHead(heads, positions),
        effective.filter((one) => one.machineId === machineId),
      );
      const kept = await headNow(machineId);
      const [{ shelf } = { shelf: null }] = await rows<{ shelf: Record<string, number> }>(
        database(),
        'SELECT shelf FROM machine_now WHERE machine_id = $1',
        [machineId],
      );
      expect({ seats: kept.seats, job: kept.job, shelf }).toEqual(core);
      expect(kept.seats.some((seat) => (seat.needle?.age.metallicMs ?? 0) > 0)).toBe(true);
    }
  });

  test('what findings are worked out from is what the core counts at once, from all of it', async () => {
    const lost = new Map(
      (await rows<{ id: string; lost_ms: number | null }>(database(), 'SELECT id, lost_ms FROM event')).map(
        (row) => [row.id, row.lost_ms],
      ),
    );
    for (const [machineId, heads, positions] of [
      [ids.machine, 1, 15],
      [ids.four, 4, 12],
    ] as const) {
      let now = emptyHead(heads, positions);
      const sums = noExposures();
      for (const one of effectiveEntries(history).filter((entry) => entry.machineId === machineId)) {
        addExposure(sums, now, one, { lostMs: lost.get(one.id) ?? 0 });
        now = applyEntry(now, one);
      }
      for (const life of livesNow(now)) sums.lives.set(life.entryId, life);
      const kept = (table: string, columns: string, order: string) =>
        rows(database(), `SELECT ${columns} FROM ${table} WHERE machine_id = $1 ORDER BY ${order}`, [
          machineId,
        ]);
      const sorted = <Row extends object>(found: Iterable<Row>) =>
        [...found].sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1));
      const cells = await kept(
        'sewn_cell',
        `day, block, head, position, job_id AS "jobId", needle_entry AS "needleEntry", thread_id AS "threadId",
         operator_id AS "operatorId", stitches, sewing_ms AS "sewingMs", breaks, needle_age AS "needleAge", needle_kind AS "needleKind"`,
        'day',
      );
      expect(sums.cells.size).toBeGreaterThan(100);
      expect(sorted(cells)).toEqual(
        sorted(
          [...sums.cells.values()].map(({ needleAge, needleKind, stitches, sewingMs, breaks, ...key }) => ({
            ...{ ...key, stitches, sewingMs, breaks, needleAge, needleKind },
          })),
        ),
      );
      const days = new Map<string, { stitches: number; sewingMs: number; breaks: number }>();
      for (const { day, head, position, jobId, stitches, sewingMs, breaks } of sums.cells.values()) {
        const key = [day, head, position, jobId].join(' ');
        const sum = days.get(key) ?? { stitches: 0, sewingMs: 0, breaks: 0 };
        days.set(key, {
          stitches: sum.stitches + stitches,
          sewingMs: sum.sewingMs + sewingMs,
          breaks: sum.breaks + breaks,
        });
      }
      const byDay = await kept('sewn_day', 'day, head, position, job_id, stitches, sewing_ms, breaks', 'day');
      expect(
        new Map(
          byDay.map(({ day, head, position, job_id: job, stitches, sewing_ms: sewingMs, breaks }) => [
            [day, head, position, job].join(' '),
            { stitches, sewingMs, breaks },
          ]),
        ),
      ).toEqual(days);
      const stops = await kept(
        'stop_cell',
        'day, head, position, job_id AS "jobId", kind, fault, stops, lost_ms AS "lostMs"',
        'day',
      );
      expect(sorted(stops)).toEqual(sorted(sums.stops.values()));
      const lives = await kept(
        'needle_life',
        'entry_id, stitches, ended_by, ended_reason, ended_fault, next_broke, needle_kind',
        'entry_id',
      );
      expect(lives).toEqual(
        [...sums.lives.values()]
          .map(({ entryId, age, ended, needle, head, position }) => ({
            ...{ entry_id: entryId, stitches: age.stitches, ended_by: ended?.by ?? null },
            ...{ ended_reason: ended?.reason ?? null, ended_fault: ended?.fault ?? null },
            next_broke: [...sums.cells.values()].some(
              (cell) =>
                ended !== null &&
                cell.needleEntry === ended.by &&
                cell.day === ended.at.slice(0, 10) &&
                cell.head === head &&
                cell.position === position &&
                cell.breaks > 0,
            ),
            needle_kind: needleText(needle),
          }))
          .sort((a, b) => (a.entry_id < b.entry_id ? -1 : 1)),
      );
      expect(lives.some(({ ended_fault }) => ended_fault !== null)).toBe(true);
      expect(lives.some(({ next_broke }) => next_broke)).toBe(true);
      // What each needle sewed most of, added up from the sums here; of as much the lower id.
      const mostOf = (entryId: string, what: 'jobId' | 'threadId') => {
        const stitches = new Map<string, number>();
        for (const cell of sums.cells.values())
          if (cell.needleEntry === entryId)
            stitches.set(cell[what], (stitches.get(cell[what]) ?? 0) + cell.stitches);
        return [...stitches].sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1))[0]?.[0] ?? null;
      };
      const named = await kept('needle_life', 'entry_id, job_id, thread_id', 'entry_id');
      expect(named).toEqual(
        named.map(({ entry_id: id }) => ({
          ...{ entry_id: id, job_id: mostOf(id as string, 'jobId') },
          thread_id: mostOf(id as string, 'threadId'),
        })),
      );
      expect(named.some(({ job_id }) => job_id !== null)).toBe(true);
    }
  });

  test('tallies the job as the core does', async () => {
    const closed = new Map(
      (await rows<{ id: string; lost_ms: number | null }>(database(), 'SELECT id, lost_ms FROM event')).map(
        (row) => [row.id, row.lost_ms],
      ),
    );
    const sum = { pieces: 0, stitches: 0, breaks: 0, lost_ms: 0 };
    for (const one of effectiveEntries(history).filter((entry) => entry.jobId === ids.job)) {
      const { pieces, stitches, breaks, lostMs } = tallyOf(one, closed.get(one.id) ?? null);
      sum.pieces += pieces;
      sum.stitches += stitches;
      sum.breaks += breaks;
      sum.lost_ms += lostMs;
    }
    expect(
      await rows(database(), 'SELECT pieces, stitches, breaks, lost_ms FROM job_tally WHERE job_id = $1', [
        ids.job,
      ]),
    ).toEqual([sum]);
    expect(sum.lost_ms).toBeGreaterThan(0);
  });

  test('time lost is from each stop to its first ending that was not taken back', async () => {
    const effective = effectiveEntries(history);
    const endings = effective.filter((one) => one.kind === 'sewing_again' && !one.void);
    const kept = new Map(
      (
        await rows<{ id: string; lost_ms: number | null; closed_by: string | null }>(
          database(),
          'SELECT id, lost_ms, closed_by FROM event',
        )
      ).map((row) => [row.id, row]),
    );
    for (const stop of effective.filter((one) => one.kind === 'break' || one.kind === 'stop')) {
      const first = endings.find((ending) => (ending.data as { closes: string }).closes === stop.id);
      expect(kept.get(stop.id)?.closed_by ?? null).toBe(first?.id ?? null);
      if (first)
        expect(kept.get(stop.id)?.lost_ms).toBe(Math.max(0, Date.parse(first.at) - Date.parse(stop.at)));
    }
  });

  test('rebuild changes nothing, exactly', async () => {
    const before = await projections();
    expect(before['event']!.length).toBeGreaterThan(3000);
    expect(await rebuild()).toBe(history.length);
    expect(await projections()).toEqual(before);
  });

  test('sent again, whole, it changes nothing', async () => {
    const before = await projections();
    const stored = await writeEntries(history.slice(0, 500));
    expect(stored.every((one) => one.again)).toBe(true);
    expect(await projections()).toEqual(before);
  });

  test('the ledger itself can be neither changed nor emptied', async () => {
    const owner = new pg.Client({ connectionString: asOwner(process.env['DATABASE_URL']!) });
    await owner.connect();
    const parts = (
      await owner.query<{ part: string }>(
        "SELECT inhrelid::regclass::text AS part FROM pg_inherits WHERE inhparent = 'ledger'::regclass",
      )
    ).rows.map((row) => row.part);
    expect(parts).toContain('ledger_2026_09');
    for (const table of ['ledger', ...parts]) {
      for (const harm of [`UPDATE ${table} SET kind = 'note'`, `DELETE FROM ${table}`, `TRUNCATE ${table}`]) {
        // The app's own role has no right to; whoever has it is stopped by the table itself.
        await expect(database().query(harm), harm).rejects.toThrow(/permission denied/);
        const isEmpty = (await owner.query(`SELECT FROM ${table} LIMIT 1`)).rowCount === 0;
        if (!isEmpty || harm.startsWith('TRUNCATE'))
          await expect(owner.query(harm), harm).rejects.toThrow(/append-only/);
      }
    }
    await owner.end();
  });

  test('the app connects as a role that may make, change and drop no table', async () => {
    const [role] = await rows<{ rolsuper: boolean; rolcreatedb: boolean; rolcreaterole: boolean }>(
      database(),
      'SELECT rolsuper, rolcreatedb, rolcreaterole FROM pg_roles WHERE rolname = current_user',
    );
    expect(role).toEqual({ rolsuper: false, rolcreatedb: false, rolcreaterole: false });
    for (const harm of [
      'CREATE TABLE mine (a int)',
      'DROP TABLE event',
      'ALTER TABLE ledger DISABLE TRIGGER ALL',
    ])
      await expect(database().query(harm), harm).rejects.toThrow(/permission denied|must be owner/);
  });

  test('each month has a partition of its own', async () => {
    const found = await rows<{ part: string; lines: number }>(
      database(),
      'SELECT tableoid::regclass::text AS part, count(*) AS lines FROM ledger GROUP BY 1 ORDER BY 1',
    );
    expect(found.map((row) => row.part)).toEqual(['ledger_2026_09', 'ledger_2026_10']);
  });
});
