import { beforeAll, describe, expect, test } from 'vitest';
import type { Entry } from '../../src/core/ledger/entry.ts';
import type { Event } from '../support/event.ts';
import type { HeadNowMessage, Job } from '../../src/schemas/workshop.ts';
import { at, entry, needle, piece } from '../support/entries.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

let base: string;
beforeAll(async () => {
  const server = await newServer();
  base = server.address;
  await furnish(base);
});

const log = (...entries: Entry[]) =>
  ask<{ stored: { id: string; seq: number; again: boolean }[] }>(base, 'POST', '/api/ledger', { entries });
const head = async (id = ids.machine) =>
  (await ask<HeadNowMessage>(base, 'GET', `/api/machines/${id}/head`)).body;
const page = async (query = '') =>
  (
    await ask<{ items: Event[]; next: string | null }>(
      base,
      'GET',
      `/api/ledger?machine=${ids.machine}${query}`,
    )
  ).body;
const seat = async (position: number) => (await head()).seats.find((one) => one.position === position)!;

describe('logging', () => {
  test('a break is stored once however often it is sent, at the same time too', async () => {
    const broke = entry('break', { fault: 'snap' }, at(1, 7));
    const answers = await Promise.all([log(broke), log(broke), log(broke)]);
    expect(answers.map((answer) => answer.status)).toEqual([201, 201, 201]);
    expect(new Set(answers.map((answer) => answer.body.stored[0]!.seq)).size).toBe(1);
    expect((await page('&position=7')).items.filter((one) => one.id === broke.id)).toHaveLength(1);
  });

  test('a fitted needle ages by the pieces it sews, and an undo takes the piece off it', async () => {
    const fitted = entry('needle_fitted', { needle: needle(), reason: 'worn' }, at(1, 4));
    const sewn = piece({ 4: 2500 }, { jobId: ids.job });
    await log(fitted, sewn);
    expect((await seat(4)).needle).toMatchObject({
      entryId: fitted.id,
      age: { stitches: 2500, sewingMs: 150_000 },
    });
    await log(entry('correction', { void: true }, { corrects: sewn.id }));
    expect((await seat(4)).needle?.age.stitches).toBe(0);
    const { body } = await ask<Job>(base, 'GET', `/api/jobs/${ids.job}`);
    expect(body.tally).toMatchObject({ pieces: 0, stitches: 0 });
    expect(body.sewnAt).toBeUndefined();
  });

  test('on four heads a piece ages four needles and counts four pieces', async () => {
    const heads = [1, 2, 3, 4];
    const fits = heads.map((one) =>
      entry('needle_fitted', { needle: needle(), reason: 'worn' }, { ...at(one, 5), machineId: ids.four }),
    );
    await log(...fits, piece({ 5: 100 }, { machineId: ids.four, jobId: ids.job }, heads));
    const { seats } = await head(ids.four);
    expect(seats.filter((one) => one.position === 5).map((one) => one.needle?.age.stitches)).toEqual([
      100, 100, 100, 100,
    ]);
    const { body } = await ask<Job>(base, 'GET', `/api/jobs/${ids.job}`);
    expect(body.tally.pieces).toBe(4);
    // It is half sewn now: where it goes on.
    expect(body.sewnAt).toEqual({ machineId: ids.four, stops: [{ stop: 1, position: 5 }] });
  });

  test('time lost runs from the stop to sewing again, and what stands open is told', async () => {
    // It sewed before: whatever other tests left open is over.
    await log(piece({ 4: 1 }, { jobId: ids.job, at: '2026-11-20T09:00:00.000Z' }));
    const broke = entry('break', { fault: null }, { ...at(1, 2), at: '2026-11-20T10:00:00.000Z' });
    await log(broke);
    expect((await head()).openStop?.id).toBe(broke.id);
    await log(
      entry(
        'correction',
        { data: { fault: 'shred' } },
        { corrects: broke.id, at: '2026-11-20T10:00:05.000Z' },
      ),
    );
    await log(entry('sewing_again', { closes: broke.id }, { at: '2026-11-20T10:02:30.000Z' }));
    const found = (await page('&position=2')).items.find((one) => one.id === broke.id);
    expect(found).toMatchObject({ lostMs: 150_000, corrections: 1, data: { fault: 'shred' } });
    expect((await head()).openStop).toBeNull();
  });

  test('a piece on hold stays on record until someone releases it, with the reason', async () => {
    const broke = entry('break', { fault: 'needle_broke', fragments: 'missing' }, at(1, 3));
    const hold = entry('piece_held', { breakId: broke.id, why: 'fragment missing' }, at(1, 3));
    await log(broke, hold);
    expect((await head()).held.map((one) => one.id)).toEqual([hold.id]);
    await log(entry('piece_released', { closes: hold.id, why: 'found in the backing' }));
    expect((await head()).held).toEqual([]);
  });

  test('the history of an entry shows the first words and every correction', async () => {
    const fitted = entry('needle_fitted', { needle: needle(), reason: 'worn' }, at(1, 6));
    const moved = entry('correction', { position: 9, why: 'wrong touch' }, { corrects: fitted.id });
    await log(fitted, moved);
    const { body } = await ask<{ event: Event; lines: { id: string; position: number | null }[] }>(
      base,
      'GET',
      `/api/ledger/${fitted.id}`,
    );
    expect(body.event.position).toBe(9);
    expect(body.lines.map((line) => line.id)).toEqual([fitted.id, moved.id]);
    expect(body.lines[0]!.position).toBe(6);
    expect([(await seat(6)).needle, (await seat(9)).needle?.entryId]).toEqual([null, fitted.id]);
  });

  test('the time of the device and the time of the server are both kept', async () => {
    const old = entry('note', { text: 'from a wrong clock' }, { at: '2026-11-20T03:00:00.000Z' });
    await log(old);
    const { body } = await ask<{ event: Event }>(base, 'GET', `/api/ledger/${old.id}`);
    expect(body.event.at).toBe('2026-11-20T03:00:00.000Z');
    expect(Math.abs(Date.parse(body.event.receivedAt) - Date.now())).toBeLessThan(60_000);
  });

  test('one bad entry in a message: nothing of that message is written, others of the moment are', async () => {
    const good = entry('note', { text: 'good' });
    const bad = entry(
      'break',
      { fault: null },
      { ...at(1, 7), jobId: '00000000-0000-7000-8000-00000000dead' },
    );
    const beside = entry('note', { text: 'beside' });
    const [refused, stored] = await Promise.all([log(good, bad), log(beside)]);
    expect([refused.status, stored.status]).toEqual([422, 201]);
    const texts = (await page('&kind=note')).items.map((one) => one.data['text']);
    expect(texts).toContain('beside');
    expect(texts).not.toContain('good');
  });
});

describe('reading', () => {
  test('pages run from newest to oldest without gap or repeat', async () => {
    await log(...Array.from({ length: 25 }, (_, index) => entry('note', { text: `n${index}` })));
    const seen: string[] = [];
    let after = '';
    do {
      const { items, next } = await page(`&limit=7${after && `&after=${after}`}`);
      seen.push(...items.map((one) => one.id));
      after = next ?? '';
    } while (after);
    const all = (await page('&limit=200')).items.map((one) => one.id);
    expect(seen).toEqual(all);
    expect(new Set(seen).size).toBe(seen.length);
  });

  test('filters narrow by position, kind of break, job and time', async () => {
    await log(
      entry('break', { fault: 'nest' }, { ...at(1, 11), jobId: ids.job, at: '2026-10-05T12:00:00.000Z' }),
    );
    for (const query of [
      '&position=11',
      '&fault=nest',
      '&kind=break&position=11',
      `&job=${ids.job}&kind=break`,
      '&from=2026-10-05T00:00:00Z&to=2026-10-06T00:00:00Z',
    ]) {
      expect((await page(query)).items, query).toHaveLength(1);
    }
    expect((await page('&position=11&fault=snap')).items).toEqual([]);
  });

  test('the exports hold every event; a cell cannot become a formula', async () => {
    await log(entry('note', { text: '=HYPERLINK("http://127.0.0.1/","x")' }));
    const count = (await page('&limit=200')).items.length;
    const csv = (await ask<string>(base, 'GET', `/api/ledger/export?machine=${ids.machine}&format=csv`)).body;
    expect(csv.trim().split('\r\n')).toHaveLength(count + 1);
    expect(csv).toContain(`"'=HYPERLINK`);
    const ndjson = (await ask<string>(base, 'GET', `/api/ledger/export?machine=${ids.machine}&format=ndjson`))
      .body;
    const parsed = ndjson
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Event);
    expect(parsed.map((one) => one.id)).toEqual((await page('&limit=200')).items.map((one) => one.id));
  });
});

describe('putting right', () => {
  test('minutes lost are put right by the entry that ended the stop, and the job’s with them; a false stop is no break', async () => {
    const tally = async () => (await ask<Job>(base, 'GET', `/api/jobs/${ids.job}`)).body.tally;
    const before = await tally();
    const broke = entry(
      'break',
      { fault: 'snap' },
      { ...at(1, 8), jobId: ids.job, at: '2026-11-21T10:00:00.000Z' },
    );
    const again = entry('sewing_again', { closes: broke.id }, { at: '2026-11-21T11:00:00.000Z' });
    await log(broke, again);
    expect(await tally()).toMatchObject({ lostMs: before.lostMs + 3_600_000, breaks: before.breaks + 1 });
    await log(
      entry('correction', { data: { lostMs: 240_000 }, why: 'lunch' }, { corrects: again.id }),
      entry('correction', { data: { fault: 'false_stop' } }, { corrects: broke.id }),
    );
    expect(await tally()).toMatchObject({ lostMs: before.lostMs + 240_000, breaks: before.breaks });
    expect((await page('&position=8')).items.find((one) => one.id === broke.id)?.lostMs).toBe(240_000);
  });
});
