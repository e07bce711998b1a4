import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { closeDatabase, database } from '../../src/server/base/database.ts';
import { keptTables } from '../../src/server/everything/tables.ts';
import { makeOwnersLink } from '../../src/server/people/tokens/owners-link.ts';
import { askAs, everyRole, fromNetwork, pins, signIn } from '../support/people.ts';
import { runScript } from '../support/run-script.ts';
import { asOwner, furnish, newDatabase, newServer, onDatabase } from '../support/workshop.ts';

/** What a backup says of who may do what. */
const folder = mkdtempSync(join(tmpdir(), 'vivid-access-'));
const file = join(folder, 'all.ndjson.gz');
afterAll(() => rmSync(folder, { recursive: true, force: true }));
let here: Awaited<ReturnType<typeof newServer>>;
let all: Awaited<ReturnType<typeof everyRole>>;
const run = (script: string, url: string) =>
  runScript(['--import', 'tsx', `ops/${script}.ts`, file], { DATABASE_URL: asOwner(url) });
beforeAll(async () => {
  here = await newServer();
  await furnish(here.address);
  all = await everyRole(here.address);
  expect(
    (await askAs(here.address, {}, 'PATCH', '/api/access', { signIn: true, idleMinutes: 45 })).status,
  ).toBe(200);
  const made = await run('backup', here.url);
  expect(made.status, made.stderr).toBe(0);
});
const role = async (address: string, shown = {}) =>
  (await askAs<{ role: string }>(address, shown, 'GET', '/api/who')).body.role;

test('restored, everybody is who he was: PINs, tablets, tokens, sign-in, and what was changed about them; sessions are over', async () => {
  const url = await newDatabase();
  // As on a new computer: ./start has printed the owner's link, and somebody of a name that stands in the backup has used it.
  process.env['DATABASE_URL'] = url;
  const key = await makeOwnersLink(false);
  await closeDatabase();
  const there = await newServer(url);
  const link = { key, name: 'Olga', secret: '571934' };
  const owner = await askAs(there.address, fromNetwork, 'POST', '/api/owner', link);
  expect(owner.status).toBe(201);
  const restored = await run('restore', url);
  expect(restored.status, restored.stderr).toBe(0);
  // The app finds out within seconds, as it does about any change that it does not hear of.
  await expect.poll(() => role(there.address), { timeout: 15_000 }).toBe('nobody');
  for (const [shown, as] of [
    [all.tablet, 'tablet'],
    [all.display, 'display'],
    [all.feed, 'feed'],
    [all.gauge, 'gauge'],
    // Its session was open when the backup was made: it may have been ended since.
    [all.owner, 'tablet'],
    [fromNetwork, 'nobody'],
  ] as const)
    await expect.poll(() => role(there.address, shown), { timeout: 15_000 }).toBe(as);
  const again = await signIn(there.address, all.tablet, all.ids.technician, pins.technician);
  expect(await role(there.address, again)).toBe('technician');
  // Whoever used the link is an owner still, beside those of the backup.
  const { body } = await askAs<{ people: { name: string; role: string }[] }>(
    ...([there.address, owner.cookies, 'GET', '/api/people'] as const),
  );
  expect(body.people.filter((one) => one.role === 'owner').map(({ name }) => name)).toEqual([
    'Olga',
    'Olga (here)',
  ]);
  const said = (
    await onDatabase<{ what: string }>(asOwner(url), 'SELECT what FROM access_ledger ORDER BY seq')
  ).map(({ what }) => what);
  expect(said.slice(0, 2)).toEqual(['device let in', 'owner set']);
  expect(said).toEqual(expect.arrayContaining(['person added', 'token made', 'sign-in on']));
  expect(await onDatabase(asOwner(url), 'SELECT sign_in, idle_minutes FROM access')).toEqual([
    { sign_in: true, idle_minutes: 45 },
  ]);
  // And changes are written on from there.
  expect(
    (await askAs(there.address, owner.cookies, 'PATCH', '/api/access', { idleMinutes: 50 })).status,
  ).toBe(200);
});

test('no secret is in it as it was given; an export holds none of it, and takes none in', async () => {
  const text = gunzipSync(readFileSync(file)).toString();
  const secrets = [
    all.owner,
    all.technician,
    all.operator,
    all.tablet,
    all.display,
    all.feed,
    all.gauge,
  ].flatMap((shown) => `${shown['cookie'] ?? ''} ${shown['authorization'] ?? ''}`.match(/[\w-]{43}/g) ?? []);
  expect(secrets.length).toBeGreaterThan(8);
  for (const secret of [...secrets, ...Object.values(pins)]) expect(text).not.toContain(`"${secret}"`);
  expect(text).toContain('$argon2id$');
  const exported = (await askAs<string>(here.address, all.owner, 'GET', '/api/everything')).body;
  expect(exported).not.toMatch(/argon2|"table":"(person|device|access|feed_token|session)/);
  const empty = await newServer();
  const taken = await fetch(`${empty.address}/api/everything`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-ndjson' },
    body: text,
  });
  expect([taken.status, ((await taken.json()) as { detail: string }).detail]).toEqual([
    422,
    expect.stringContaining('npm run restore'),
  ]);
});

test('every table of the database is in a backup, or folded again from what is: one that nobody thought of is told', async () => {
  process.env['DATABASE_URL'] = asOwner(here.url);
  expect((await keptTables(database())).length).toBeGreaterThan(20);
  await onDatabase(asOwner(here.url), 'CREATE TABLE made_up (id integer)');
  await expect(keptTables(database())).rejects.toThrow(/made_up/);
  await closeDatabase();
  const made = await run('backup', here.url);
  expect([made.status, made.stderr]).toEqual([1, expect.stringContaining('made_up')]);
  await onDatabase(asOwner(here.url), 'DROP TABLE made_up');
});
