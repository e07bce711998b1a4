import { afterAll, beforeAll, expect, test } from 'vitest';
import { databaseUrl, type Cluster } from '../../scripts/cluster.ts';
import { makeDatabase, migrate } from '../../scripts/migrate.ts';
import { onDatabase as on } from '../support/workshop.ts';

const admin = process.env['VIVID_TEST_ADMIN']!;
const name = `migrate_${process.pid}`;
const url = databaseUrl({ url: admin } as Cluster, name);

const versions = () => on<{ version: string }>(url, 'SELECT version FROM schema_version ORDER BY 1');

beforeAll(() => makeDatabase(admin, name));
afterAll(() => on(admin, `DROP DATABASE ${name}`));

test('two copies that start at once migrate once; a third finds nothing to do', async () => {
  const done = await Promise.all([migrate(url), migrate(url)]);
  expect(done.map((files) => files.length > 0).sort()).toEqual([false, true]);
  const now = await versions();
  expect(new Set(now.map(({ version }) => version)).size).toBe(now.length);
  expect(await migrate(url)).toEqual([]);
});

test('a database of a newer Vivid Eye is refused with a sentence, and stays as it is', async () => {
  await migrate(url);
  await on(url, 'INSERT INTO schema_version (version) VALUES (9000)');
  const before = await versions();
  await expect(migrate(url)).rejects.toThrow(
    /of a newer Vivid Eye \(it stands at 9000, this one knows \d+\)\. Nothing was changed/,
  );
  expect(await versions()).toEqual(before);
});
