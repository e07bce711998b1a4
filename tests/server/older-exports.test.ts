import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { beforeAll, expect, test } from 'vitest';
import type { HeadNowMessage, Job } from '../../src/schemas/workshop.ts';
import { ask, ids, newServer } from '../support/workshop.ts';

/**
 * An export made by the app as it was at 3faa6fa, before jobs had garments, pictures and recorded seatings: 500 entries of
 * every kind, late ones, corrections and their corrections, on two machines; and what that app told of its heads and jobs.
 */
const file = (name: string) => readFileSync(join(import.meta.dirname, 'exports', name));
const told = JSON.parse(file('before-seating.json').toString('utf8')) as {
  heads: Pick<HeadNowMessage, 'seats' | 'job'>[];
  jobs: Job[];
};
let base = '';
beforeAll(async () => {
  base = (await newServer()).address;
  const response = await fetch(`${base}/api/everything`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-ndjson' },
    body: gunzipSync(file('before-seating.ndjson.gz')),
  });
  expect(response.status, await response.clone().text()).toBe(201);
});

test('is taken in and gives the heads that it had, seat by seat', async () => {
  for (const [index, id] of [ids.machine, ids.four].entries()) {
    const { seats, job } = (await ask<HeadNowMessage>(base, 'GET', `/api/machines/${id}/head`)).body;
    const before = told.heads[index]!;
    expect(seats).toEqual(before.seats);
    expect(seats.filter((seat) => seat.needle && seat.needle.age.stitches > 0).length).toBeGreaterThan(8);
    // It was put on without a seating on record.
    expect(job).toEqual(before.job && { ...before.job, seating: {} });
  }
});

test('its jobs keep every word, tally and stop; what their words name is not written beside them', async () => {
  for (const before of told.jobs) {
    const { body } = await ask<Job>(base, 'GET', `/api/jobs/${before.id}`);
    // That app counted false stops among the breaks.
    const isFalse = await Promise.all(
      [ids.machine, ids.four].map((machine) =>
        ask<{ items: { void: boolean }[] }>(
          base,
          'GET',
          `/api/ledger?machine=${machine}&job=${before.id}&fault=false_stop&limit=200`,
        ),
      ),
    );
    const falseStops = isFalse.flatMap(({ body: page }) => page.items).filter((event) => !event.void).length;
    const { breaks } = before.tally;
    expect(body).toMatchObject({ ...before, tally: { ...before.tally, breaks: breaks - falseStops } });
    expect(body.garment ?? {}).toEqual({});
    expect(body.stops.every((stop) => stop.measures === undefined)).toBe(true);
  }
});
