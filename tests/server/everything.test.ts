import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, test } from 'vitest';
import { ask, furnish, ids, asOwner, newDatabase, newServer } from '../support/workshop.ts';
import { randomHistory } from '../support/random-history.ts';

let full: Awaited<ReturnType<typeof newServer>>;
beforeAll(async () => {
  full = await newServer();
  await furnish(full.address);
  const history = randomHistory(900, 3);
  for (let at = 0; at < history.length; at += 100) {
    const { status } = await ask(full.address, 'POST', '/api/ledger', {
      entries: history.slice(at, at + 100),
    });
    expect(status).toBe(201);
  }
});

const text = async (address: string, query = '') => (await fetch(`${address}/api/everything${query}`)).text();
async function takeIn(address: string, body: string) {
  const response = await fetch(`${address}/api/everything`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-ndjson' },
    body,
  });
  return {
    status: response.status,
    body: (await response.json()) as { detail?: string; rows?: Record<string, number> },
  };
}
const heads = async (address: string) =>
  Promise.all(
    [ids.machine, ids.four].map(async (id) => (await ask(address, 'GET', `/api/machines/${id}/head`)).body),
  );

describe('everything, taken away and taken in', () => {
  test('into an empty installation: the same heads, tallies and ledger, line for line; and it goes on from there', async () => {
    const away = await text(full.address);
    const empty = await newServer();
    const { status, body } = await takeIn(empty.address, away);
    expect(status).toBe(201);
    expect(body.rows).toMatchObject({ machine: 2, ledger: 900, job: 1 });
    expect(await heads(empty.address)).toEqual(await heads(full.address));
    expect(await text(empty.address)).toBe(away);
    const [job, before] = await Promise.all(
      [empty, full].map(async (one) => (await ask(one.address, 'GET', `/api/jobs/${ids.job}`)).body),
    );
    expect(job).toEqual(before);
    const note = {
      id: '01a1a600-0000-7000-8000-000000000001',
      machineId: ids.machine,
      at: new Date().toISOString(),
      kind: 'note',
      data: { text: 'goes on' },
    };
    const { body: stored } = await ask<{ stored: { seq: number }[] }>(empty.address, 'POST', '/api/ledger', {
      entries: [note],
    });
    expect(stored.stored[0]!.seq).toBeGreaterThan(900);
  });

  test('a file that is cut off, of another kind, or for an installation in use changes nothing and says why', async () => {
    const away = await text(full.address);
    const empty = await newServer();
    const cut = await takeIn(empty.address, away.slice(0, away.length - 60));
    expect(cut).toMatchObject({
      status: 422,
      body: { detail: expect.stringMatching(/damaged or was cut off/) as string },
    });
    expect((await takeIn(empty.address, '{"format":"other"}\n')).status).toBe(422);
    const swapped = away.split('\n');
    expect((await takeIn(empty.address, [swapped[0], swapped.at(-2), swapped[2]].join('\n'))).status).toBe(
      422,
    );
    expect((await ask<{ items: unknown[] }>(empty.address, 'GET', '/api/machines')).body.items).toEqual([]);
    expect(await takeIn(full.address, away)).toMatchObject({
      status: 409,
      body: { detail: expect.stringMatching(/not empty/) as string },
    });
  });

  test('as JSON and as CSV it holds the same rows', async () => {
    const json = JSON.parse(await text(full.address, '?format=json')) as {
      tables: Record<string, unknown[]>;
    };
    const lines = (await text(full.address))
      .trim()
      .split('\n')
      .slice(1)
      .map((line) => JSON.parse(line) as { table: string; row: unknown });
    for (const [table, all] of Object.entries(json.tables))
      expect(all).toEqual(lines.filter((line) => line.table === table).map((line) => line.row));
    const csv = (await text(full.address, '?format=csv&table=thread')).trim().split('\r\n');
    expect(csv[0]).toBe('id,code,name,colour,weight_no,tex,fibre,retired');
    expect(csv).toHaveLength(3);
    expect((await ask(full.address, 'GET', '/api/everything?format=csv')).status).toBe(422);
  });

  test('npm run backup and npm run restore: another database becomes the same', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'vivid-backup-'));
    try {
      const file = join(folder, 'all.ndjson.gz');
      const run = (script: string, url: string, ...args: string[]) =>
        execFileSync(process.execPath, ['--import', 'tsx', `ops/${script}.ts`, ...args], {
          env: { ...process.env, DATABASE_URL: url },
          encoding: 'utf8',
        });
      expect(run('backup', full.url, file)).toContain('Everything is in');
      // What an export holds, and who may do what.
      const rows = (all: string) => all.split('\n').filter((line) => line.startsWith('{"table"'));
      const isAccess = (line: string) =>
        /"table":"(access|person|device|session|pairing_code|feed_token|wrong_guess)/.test(line);
      const backup = rows(gunzipSync(readFileSync(file)).toString());
      expect(backup.filter((line) => !isAccess(line))).toEqual(rows(await text(full.address)));
      expect(rows(await text(full.address)).filter(isAccess)).toEqual([]);
      const url = await newDatabase();
      expect(run('restore', asOwner(url), file)).toContain('900 ledger');
      const again = await newServer(url);
      expect(await heads(again.address)).toEqual(await heads(full.address));
      writeFileSync(join(folder, 'bad.ndjson'), 'no json');
      expect(() => run('restore', asOwner(url), join(folder, 'bad.ndjson'))).toThrow(/not empty/);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
