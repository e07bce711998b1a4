import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { dueSince, isDue } from '../../ops/backup/nightly.ts';
import { keepBackupState } from '../../ops/backup/state.ts';
import { noBackupYet } from '../../src/schemas/backup-state.ts';
import { backupState } from '../../src/server/care/backups.ts';
import { entry, needle, piece } from '../support/entries.ts';
import { askAs, everyRole, type Shown } from '../support/people.ts';
import { runScript } from '../support/run-script.ts';
import { ask, asOwner, furnish, ids, newServer, onDatabase } from '../support/workshop.ts';

const root = mkdtempSync(join(tmpdir(), 'vivid-night-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));
const admin = process.env['VIVID_TEST_ADMIN']!;
let url = '';
beforeAll(async () => {
  const server = await newServer();
  url = asOwner(server.url);
  await furnish(server.address);
  const entries = [
    entry('needle_fitted', { needle: needle(), reason: 'other' }, { head: 1, position: 3 }),
    entry('job_started', {}, { jobId: ids.job }),
    piece({ 3: 1234 }, { jobId: ids.job }),
  ];
  expect((await ask(server.address, 'POST', '/api/ledger', { entries })).status).toBe(201);
});

const folder = join(root, 'first');
const second = join(root, 'second');
function night(told: { folder?: string; second?: string | null; keep?: number; adminUrl?: string } = {}) {
  return runScript(['dist/server/night-backup.mjs'], {
    DATABASE_URL: url,
    VIVID_NIGHT: JSON.stringify({ folder, second: null, keep: 14, adminUrl: admin, ...told }),
  });
}
test('a failed backup is told on every page of an owner, and on no other’s', async () => {
  const kept = join(root, 'told');
  mkdirSync(kept);
  const { address } = await newServer(undefined, { VIVID_BACKUPS: kept });
  await furnish(address);
  const all = await everyRole(address);
  const told = async (shown: Shown, page: string) =>
    /class="[^"]*bg-error[^"]*">\s*× ([^<]*?)\s*<a/.exec(
      (await askAs<string>(address, shown, 'GET', page)).body,
    )?.[1];
  const pages = ['/test-one/run', '/test-one/ledger', '/board', '/workshop', '/people'];
  for (const page of pages) expect(await told({}, page), page).toBeUndefined();
  const state = { ...noBackupYet, triedAt: new Date().toISOString() };
  keepBackupState(kept, { ...state, failed: { at: state.triedAt, why: 'no room' } });
  for (const shown of [{}, all.owner])
    for (const page of pages) expect(await told(shown, page), page).toBe('The last backup failed.');
  for (const shown of [all.technician, all.operator, all.tablet, all.display])
    expect(await told(shown, '/board')).toBeUndefined();
  const good = { file: 'x', bytes: 1, entries: 1, heads: 1 };
  const at = (hours: number) => new Date(Date.now() - hours * 3_600_000).toISOString();
  keepBackupState(kept, { ...state, good: { ...good, at: at(51) } });
  expect(await told({}, '/board')).toBe('No backup was made for two nights.');
  keepBackupState(kept, { ...state, good: { ...good, at: at(30) } });
  expect(await told({}, '/board')).toBeUndefined();
  keepBackupState(kept, {
    ...state,
    good: { ...good, at: at(3) },
    second: { at: at(3), file: null, why: 'out' },
  });
  expect(await told({}, '/board')).toBe('The second copy of the backup could not be made.');
});

describe('a nightly backup', () => {
  test('is made, restored beside, counted, its heads compared, copied, and told; the database of the proof is gone', async () => {
    mkdirSync(second);
    const { status, stderr } = await night({ second });
    expect(stderr).toBe('');
    expect(status).toBe(0);
    const { good, failed, second: copy } = backupState(folder);
    expect(good).toMatchObject({ entries: 3, heads: 2 });
    expect(failed).toBeNull();
    expect(statSync(good!.file).mode & 0o077).toBe(0);
    expect(statSync(good!.file).size).toBe(good!.bytes);
    expect(statSync(copy!.file!).size).toBe(good!.bytes);
    expect(await onDatabase(admin, "SELECT 1 FROM pg_database WHERE datname LIKE 'vivid_proof%'")).toEqual(
      [],
    );
  });

  test('one whose heads come out otherwise is not good: it is told, kept aside, and the last good one stays', async () => {
    const before = backupState(folder).good!;
    await onDatabase(url, 'UPDATE seat SET needle_stitches = needle_stitches + 1 WHERE needle_stitches > 0');
    try {
      const { status, stderr } = await night();
      expect(status).toBe(1);
      expect(stderr).toContain('the heads of machine');
      const state = backupState(folder);
      expect(state.good).toEqual(before);
      expect(state.failed!.why).toMatch(
        /made, and is not good: restored, the heads of machine .* are not as they were/,
      );
      expect(readdirSync(folder).filter((name) => name.endsWith('.unproved'))).toHaveLength(1);
      expect(existsSync(before.file)).toBe(true);
    } finally {
      await onDatabase(
        url,
        'UPDATE seat SET needle_stitches = needle_stitches - 1 WHERE needle_stitches > 0',
      );
    }
  });

  test('a stick that is not in is told, and the backup counts; nothing is written beside it', async () => {
    const gone = join(root, 'stick');
    expect((await night({ second: gone })).status).toBe(0);
    const { good, second: copy } = backupState(folder);
    expect(good!.heads).toBe(2);
    expect(copy).toMatchObject({
      file: null,
      why: `There is no folder ${gone}. Is the stick in, the share there?`,
    });
    expect(existsSync(gone)).toBe(false);
  });

  test('a folder that cannot be written, a server that does not answer: a sentence, and what is good stays', async () => {
    writeFileSync(join(root, 'file'), '');
    const bad = await night({ folder: join(root, 'file', 'below') });
    expect(bad.status).toBe(1);
    expect(bad.stderr).toMatch(/ENOTDIR/);
    const before = backupState(folder).good!;
    const away = new URL(admin);
    away.port = '1';
    expect((await night({ adminUrl: away.href })).status).toBe(1);
    const { good, failed } = backupState(folder);
    expect(good).toEqual(before);
    expect(failed!.why).toMatch(/ECONNREFUSED/);
  });

  test('older ones than the newest so many go, also on the second disk, and what was cut off; other files stay', async () => {
    for (const where of [folder, second]) {
      for (const day of ['01', '02', '03', '04'])
        writeFileSync(join(where, `vivid-eye-202601${day}T030000Z.ndjson.gz`), 'old');
      writeFileSync(join(where, 'holiday.jpg'), 'mine');
      writeFileSync(join(where, 'vivid-eye-20260105T030000Z.ndjson.gz.part'), 'cut off');
    }
    // A proof that was cut off leaves its database.
    await onDatabase(admin, 'CREATE DATABASE vivid_proof_1');
    expect((await night({ second, keep: 2 })).status).toBe(0);
    for (const where of [folder, second]) {
      const left = readdirSync(where).filter((name) => name.endsWith('.ndjson.gz'));
      expect(left, where).toHaveLength(2);
      expect(left.some((name) => name.includes('202601'))).toBe(false);
      expect(readdirSync(where).filter((name) => name.endsWith('.part'))).toEqual([]);
      expect(existsSync(join(where, 'holiday.jpg'))).toBe(true);
    }
    expect(await onDatabase(admin, "SELECT 1 FROM pg_database WHERE datname LIKE 'vivid_proof%'")).toEqual(
      [],
    );
  });
});

describe('when one is due', () => {
  const at = 3 * 60;
  const local = (day: number, hour: number, minute = 0) => new Date(2026, 10, day, hour, minute);
  test('the last such moment is of today from that minute on, else of yesterday', () => {
    expect(dueSince(local(20, 3), at)).toEqual(local(20, 3));
    expect(dueSince(local(20, 2, 59), at)).toEqual(local(19, 3));
    expect(dueSince(local(1, 0), at)).toEqual(new Date(2026, 9, 31, 3));
  });
  test('once a night; at once when the night was slept through; a failed one is not tried all day; a new installation waits', () => {
    const due = (tried: Date | null, started: Date, now: Date) =>
      isDue(tried?.toISOString() ?? null, started, now, at);
    expect(due(local(19, 3, 1), local(18, 8), local(20, 2, 59))).toBe(false);
    expect(due(local(19, 3, 1), local(18, 8), local(20, 3))).toBe(true);
    expect(due(local(20, 3, 1), local(18, 8), local(20, 23))).toBe(false);
    expect(due(local(17, 3, 1), local(20, 8), local(20, 8, 1))).toBe(true);
    expect(due(null, local(20, 8), local(20, 9))).toBe(false);
    expect(due(null, local(20, 8), local(21, 3))).toBe(true);
  });
});
