import { v7 as uuid7 } from 'uuid';
import { beforeAll, describe, expect, test } from 'vitest';
import type { Entry, EntryData, EntryKind } from '../../src/core/ledger/entry.ts';
import { entry } from '../support/entries.ts';
import {
  askAs,
  everyRole,
  from,
  fromNetwork,
  letIn,
  person,
  pins,
  signIn,
  token,
  type Shown,
} from '../support/people.ts';
import { asOwner, furnish, ids, newServer, onDatabase } from '../support/workshop.ts';

let base = '';
let url = '';
let all: Awaited<ReturnType<typeof everyRole>>;
beforeAll(async () => {
  // Behind a proxy, which says where each comes from.
  ({ address: base, url } = await newServer(undefined, { VIVID_PROXY: '80,443' }));
  await furnish(base);
  all = await everyRole(base);
});

const log = (shown: Shown, ...entries: object[]) =>
  askAs<{ detail: string }>(base, shown, 'POST', '/api/ledger', { entries });
/** As tablets write: now. */
const now = <K extends EntryKind>(kind: K, data: EntryData[K], rest: Partial<Entry> = {}) =>
  entry(kind, data, { at: new Date().toISOString(), ...rest });
const snap = (operatorId: string | null = null, place = {}) => ({
  ...now('break', { fault: 'snap' }, { machineId: ids.machine, head: 1, position: 3, ...place }),
  operatorId,
});
interface Told {
  event: {
    operatorId: string | null;
    writerId: string | null;
    deviceId: string | null;
    unconfirmed: boolean;
    void: boolean;
  };
}
const block = {
  ...{ name: 'Canvas', use: 'work', from: 1, to: 1, needle: '75/11 sharp', weight: 'weight 1' },
  ...{ threads: [null], reason: '' },
};
const minutes = { tieOn: 1, rethread: 2, reeye: 1, needle: 3, retension: 2 };
const setup = { order: [], uses: {}, wishes: {}, frozen: 0, minutes };
const without = ({ name, blocks, price }: { name: string; blocks: object[]; price: number }) => ({
  name,
  blocks,
  price,
});
const event = async (id: string) => (await askAs<Told>(base, {}, 'GET', `/api/ledger/${id}`)).body.event;
const correction = (corrects: string, data: object) => ({
  ...{
    id: uuid7(),
    machineId: ids.machine,
    kind: 'correction',
    at: new Date().toISOString(),
    corrects,
    data,
  },
});

describe('who wrote an entry', () => {
  test('the server says so: the person signed in, with the device; what the page says instead is kept in doubt', async () => {
    const plain = snap();
    const named = snap(all.ids.technician);
    expect((await log(all.operator, plain, named)).status).toBe(201);
    const device = (await event(plain.id)).deviceId;
    expect(device).toMatch(/^[0-9a-f-]{36}$/);
    expect(await event(plain.id)).toMatchObject({
      operatorId: all.ids.operator,
      writerId: all.ids.operator,
      unconfirmed: false,
    });
    expect(await event(named.id)).toMatchObject({
      ...{ operatorId: all.ids.technician, writerId: all.ids.operator, deviceId: device, unconfirmed: true },
    });
  });

  test('a break waits for no PIN: it is the tablet’s, and claimed by who signs in there; not from elsewhere', async () => {
    const tablet = await letIn(base, { name: 'Kite’s tablet' });
    const one = snap();
    expect((await log(tablet, one)).status).toBe(201);
    expect(await event(one.id)).toMatchObject({ operatorId: null, writerId: null, unconfirmed: false });
    const claim = correction(one.id, { operatorId: all.ids.operator });
    expect((await log(all.operator, claim)).status).toBe(403);
    const signedIn = await signIn(base, tablet, all.ids.operator, pins.operator);
    const forAnother = await log(signedIn, { ...claim, id: uuid7(), data: { operatorId: all.ids.owner } });
    expect([forAnother.status, forAnother.body.detail]).toEqual([
      403,
      expect.stringContaining('yourself only'),
    ]);
    expect((await log(signedIn, { ...claim, id: uuid7() })).status).toBe(201);
    expect(await event(one.id)).toMatchObject({ operatorId: all.ids.operator });
  });

  test('what was queued while somebody was signed in keeps the name, in doubt, until he stands for it; sent twice it is once', async () => {
    const tablet = await letIn(base);
    const tick = {
      ...now(
        'check_done',
        { item: 'oil-hook', says: 'Oil', state: 'done' },
        {
          machineId: ids.machine,
        },
      ),
      ...{ operatorId: all.ids.operator, head: null, position: null },
    };
    // Naming one who was not signed in there at that time is no way past the PIN.
    expect((await log(tablet, tick)).status).toBe(401);
    await signIn(base, tablet, all.ids.operator, pins.operator);
    const tickAt = { ...tick, at: new Date().toISOString() };
    await askAs(base, await signIn(base, tablet, all.ids.operator, pins.operator), 'POST', '/api/sign-out');
    expect((await log(tablet, { ...tickAt, id: uuid7(), operatorId: all.ids.owner })).status).toBe(401);
    const early = new Date(Date.now() - 3_600_000).toISOString();
    expect((await log(tablet, { ...tickAt, id: uuid7(), at: early })).status).toBe(401);
    tick.at = tickAt.at;
    const asked = await log(tablet, tick);
    expect(asked.status, asked.body.detail).toBe(201);
    expect(await event(tick.id)).toMatchObject({ operatorId: all.ids.operator, unconfirmed: true });
    const his = await signIn(base, tablet, all.ids.operator, pins.operator);
    expect((await log(his, tick)).status).toBe(201);
    expect((await log(his, correction(tick.id, { operatorId: all.ids.operator }))).status).toBe(201);
    expect(await event(tick.id)).toMatchObject({ operatorId: all.ids.operator, unconfirmed: false });
    // Sent without a name while he was signed in, and again when he is not.
    const again = snap();
    expect((await log(his, again)).status).toBe(201);
    expect((await log(tablet, again)).status).toBe(201);
    // A tick without any name is nobody's: it is not taken from a tablet on which nobody signed in.
    const unnamed = await log(tablet, { ...tick, id: uuid7(), operatorId: null });
    expect([unnamed.status, unnamed.body.detail]).toEqual([401, expect.stringContaining('Sign in')]);
  });

  test('a mechanical check and a release take a technician, whatever name the page puts to them', async () => {
    const found = {
      ...now(
        'mechanical_found',
        { check: 'needle_depth', finding: 'right' },
        {
          machineId: ids.machine,
        },
      ),
      ...{ operatorId: all.ids.technician },
    };
    expect((await log(all.operator, found)).status).toBe(403);
    expect((await log(all.tablet, found)).status).toBe(401);
    expect((await log(all.technician, found)).status).toBe(201);
    const held = {
      ...now('break', { fault: 'needle_broke' }, { machineId: ids.machine, head: 1, position: 4 }),
    };
    const hold = now(
      'piece_held',
      { breakId: held.id, why: 'part missing' },
      {
        ...{ machineId: ids.machine, head: 1, position: 4, jobId: ids.job },
      },
    );
    const logged = await log(all.operator, held, hold);
    expect(logged.status, logged.body.detail).toBe(201);
    const release = () =>
      now(
        'piece_released',
        { closes: hold.id, why: 'part found' },
        {
          ...{ machineId: ids.machine, head: 1, position: 4, jobId: ids.job },
        },
      );
    expect((await log(all.operator, release())).status).toBe(403);
    expect((await log(all.tablet, release())).status).toBe(401);
    expect((await log(all.technician, release())).status).toBe(201);
  });

  test('own entries are corrected for 12 hours, others’ by a technician; what the device itself logged, on it', async () => {
    const own = snap();
    const old = { ...snap(), at: new Date(Date.now() - 12.1 * 3_600_000).toISOString() };
    const others = snap();
    await log(all.operator, own, old);
    await log(all.technician, others);
    expect((await log(all.operator, correction(own.id, { position: 5 }))).status).toBe(201);
    expect((await log(all.operator, correction(old.id, { position: 5 }))).status).toBe(403);
    const refused = await log(all.operator, correction(others.id, { void: true }));
    expect([refused.status, refused.body.detail]).toEqual([403, expect.stringContaining('technician')]);
    expect(await event(others.id)).toMatchObject({ void: false });
    for (const id of [own.id, old.id])
      expect((await log(all.technician, correction(id, { void: true }))).status).toBe(201);
    const tablets = snap();
    await log(all.tablet, tablets);
    expect((await log(await letIn(base), correction(tablets.id, { void: true }))).status).toBe(403);
    const taken = correction(tablets.id, { void: true });
    expect((await log(all.tablet, taken)).status).toBe(201);
    // Taken back, and put back: a correction of a correction is about the entry under both.
    expect((await log(all.tablet, correction(taken.id, { void: true }))).status).toBe(201);
    expect(await event(tablets.id)).toMatchObject({ void: false });
  });

  test('what nobody said yet is anyone’s to add, once: what one added is changed by no other', async () => {
    const unsaid = () => ({ ...snap(), data: { fault: null } });
    const broke = unsaid();
    await log(all.technician, broke);
    const added = correction(broke.id, { data: { fault: 'shred' } });
    expect((await log(all.operator, added)).status).toBe(201);
    // The answer was lost, and the tablet sends it again: it is there already, and was said by itself.
    expect((await log(all.operator, added)).status).toBe(201);
    const other = await letIn(base);
    const changed = await log(other, correction(broke.id, { data: { fault: 'snap' } }));
    expect([changed.status, changed.body.detail]).toEqual([403, expect.stringContaining('somebody else’s')]);
    expect(await event(broke.id)).toMatchObject({ data: { fault: 'shred' } });
    // Two that come in one message: the first adds, the second would change.
    const twice = unsaid();
    await log(all.technician, twice);
    const both = [
      correction(twice.id, { data: { fault: 'shred' } }),
      correction(twice.id, { data: { fault: 'snap' } }),
    ];
    expect((await log(other, ...both)).status).toBe(403);
    // Taken back it is unsaid again.
    const undone = correction(broke.id, { data: { fault: 'snap' } });
    expect((await log(all.technician, undone)).status).toBe(201);
    const { body: told } = await askAs<{ lines: { id: string; corrects: string | null }[] }>(
      ...([base, {}, 'GET', `/api/ledger/${broke.id}`] as const),
    );
    for (const line of told.lines.filter(({ corrects }) => corrects === broke.id))
      expect((await log(all.technician, correction(line.id, { void: true }))).status).toBe(201);
    expect((await log(other, correction(broke.id, { data: { fault: 'shred' } }))).status).toBe(201);
  });

  test('what holds a piece is changed and taken back by who may release it; by others only in the first ten seconds', async () => {
    const broke = { ...snap(), data: { fault: 'needle_broke' } };
    const missing = () => correction(broke.id, { data: { fragments: 'missing' } });
    const hold = now(
      'piece_held',
      { breakId: broke.id, why: 'fragment missing' },
      { machineId: ids.machine, head: 1, position: 3, jobId: ids.job },
    );
    const said = missing();
    expect((await log(all.operator, broke, said, hold)).status).toBe(201);
    // A touch beside the one that was meant: undone at once, on record.
    const [undoneHold, undoneSaid] = [hold.id, said.id].map((id) => correction(id, { void: true }));
    expect((await log(all.operator, undoneHold!, undoneSaid!)).status).toBe(201);
    const again = correction(undoneHold!.id, { void: true });
    expect((await log(all.operator, again, missing())).status).toBe(201);
    expect(await event(hold.id)).toMatchObject({ void: false });
    // Later it stands, however it is tried, also by who wrote it, and on a device where nobody signed in.
    await onDatabase(
      asOwner(url),
      `ALTER TABLE ledger DISABLE TRIGGER ledger_append_only; UPDATE ledger SET received_at = received_at - interval '11 s' WHERE id IN ('${hold.id}', '${broke.id}') OR corrects IN ('${broke.id}', '${hold.id}', '${undoneHold!.id}'); ALTER TABLE ledger ENABLE TRIGGER ledger_append_only`,
    );
    const tries = [
      correction(hold.id, { void: true }),
      correction(again.id, { void: true }),
      correction(hold.id, { position: 9 }),
      correction(hold.id, { data: { why: 'nothing' } }),
      correction(broke.id, { data: { fragments: 'all_found' } }),
      correction(broke.id, { data: { fault: 'snap' } }),
      correction(broke.id, { void: true }),
    ];
    for (const tried of tries) {
      const refused = await log(all.operator, tried);
      expect([refused.status, refused.body.detail], JSON.stringify(tried.data)).toEqual([
        403,
        expect.stringMatching(/holds a piece back/),
      ]);
      expect((await log(all.tablet, { ...tried, id: uuid7() })).status).toBe(403);
    }
    expect(await event(hold.id)).toMatchObject({ void: false });
    // His own name may be put to it; and whoever may release may put it right.
    expect(
      (await log(all.technician, correction(broke.id, { data: { fragments: 'all_found' } }))).status,
    ).toBe(201);
    expect((await log(all.technician, correction(hold.id, { void: true }))).status).toBe(201);
  });

  test('nobody says what only the server says, in an entry or a correction; what may be added to another’s is a list', async () => {
    const broke = { ...snap(), data: { fault: null } };
    expect((await log(all.technician, broke)).status).toBe(201);
    for (const shown of [all.tablet, all.owner, {}])
      for (const data of [{ by: 'feed' }, { feedId: uuid7() }]) {
        const added = await log(shown, correction(broke.id, { data }));
        expect([added.status, added.body.detail]).toEqual([
          422,
          expect.stringContaining('written by the server'),
        ]);
        expect((await log(shown, { ...snap(), data: { fault: null, ...data } })).status).toBe(422);
      }
    // How a case was measured is another matter, in an entry and put right afterwards.
    const measured = now(
      'case_measured',
      { grams: 27, by: 'drop' },
      { machineId: ids.machine, head: null, position: null },
    );
    expect((await log(all.operator, measured)).status).toBe(201);
    expect((await log(all.operator, correction(measured.id, { data: { by: 'case-gauge' } }))).status).toBe(
      201,
    );
    // A tablet with nobody signed in may say what kind of break it was, and nothing else of another's.
    for (const data of [{ stop: 3 }, { stitch: 100 }, { fault: 'snap', stop: 3 }])
      expect((await log(all.tablet, correction(broke.id, { data }))).status, JSON.stringify(data)).toBe(403);
    expect((await log(all.tablet, correction(broke.id, { data: { fault: 'snap' } }))).status).toBe(201);
    // What the machine told is taken back by somebody signed in.
    const line = { id: uuid7(), at: new Date().toISOString(), event: 'break', head: 1, position: 5 };
    expect((await askAs(base, all.feed, 'POST', `/api/machines/${ids.machine}/feed`, line)).status).toBe(415);
    const fed = await fetch(`${base}/api/machines/${ids.machine}/feed`, {
      method: 'POST',
      headers: { ...all.feed, 'content-type': 'application/x-ndjson' },
      body: JSON.stringify(line),
    });
    expect(fed.status).toBe(201);
    expect(await event(line.id)).toMatchObject({ deviceId: null, operatorId: null });
    expect((await log(all.tablet, correction(line.id, { void: true }))).status).toBe(403);
    expect((await log(all.operator, correction(line.id, { void: true }))).status).toBe(201);
  });

  test('a time minutes ahead of the server’s is not believed: what came after it would lie before it', async () => {
    const ahead = (minutes: number) => ({
      ...snap(),
      at: new Date(Date.now() + minutes * 60_000).toISOString(),
    });
    const [near, far] = [ahead(4), ahead(23.5 * 60)];
    expect((await log(all.tablet, near, far)).status).toBe(201);
    const at = async (id: string) =>
      (await askAs<{ event: { at: string; claimedAt: string | null } }>(base, {}, 'GET', `/api/ledger/${id}`))
        .body.event;
    expect((await at(near.id)).at).toBe(near.at);
    expect(Date.parse((await at(far.id)).at)).toBeLessThan(Date.now() + 1000);
    expect((await at(far.id)).claimedAt).toBe(far.at);
  });

  test('the ledger’s CSV says from which device an entry came, and whether its name is in doubt', async () => {
    const broke = snap();
    await log(all.tablet, broke);
    const { body } = await askAs<string>(
      ...([base, all.tablet, 'GET', `/api/ledger/export?machine=${ids.machine}&format=csv`] as const),
    );
    const [head, ...rows] = body
      .trim()
      .split('\r\n')
      .map((row) => row.split(','));
    const column = (name: string) => head!.indexOf(name);
    const row = rows.find((each) => each[column('id')] === broke.id)!;
    expect([row[column('device')], row[column('unconfirmed')]]).toEqual(['Heron’s tablet', '']);
    expect(rows.some((each) => each[column('unconfirmed')] === 'yes')).toBe(true);
  });

  test('a tablet that is one machine’s writes for no other; a feed and a gauge neither', async () => {
    const tablet = await letIn(base, { machineId: ids.four });
    expect((await log(tablet, snap())).status).toBe(403);
    expect((await log(tablet, snap(null, { machineId: ids.four, head: 2 }))).status).toBe(201);
    // Nor does a technician on it change what another machine's plan, scheme or profile says.
    const his = await signIn(base, tablet, all.ids.technician, pins.technician);
    const plan = { id: uuid7(), machineId: ids.machine, name: 'Not theirs', setup };
    const scheme = { id: uuid7(), machineId: ids.machine, name: 'Not theirs', blocks: [block], price: 5 };
    expect((await askAs(base, {}, 'POST', '/api/plans', plan)).status).toBe(201);
    const kept = await askAs(base, {}, 'POST', '/api/schemes', { ...scheme, tradeWeeks: 4, since: null });
    expect(kept.status, JSON.stringify(kept.body)).toBe(201);
    for (const [method, path, message] of [
      ['POST', '/api/plans', { ...plan, id: uuid7() }],
      ['PUT', `/api/plans/${plan.id}`, { name: 'Theirs', setup, version: 1 }],
      ['PUT', `/api/plans/${plan.id}/seats`, { version: 1, seats: null }],
      ['POST', '/api/schemes', { ...scheme, id: uuid7(), tradeWeeks: 4, since: null }],
      ['PUT', `/api/schemes/${scheme.id}`, { ...without(scheme), tradeWeeks: 4, since: null, version: 1 }],
      ['DELETE', `/api/schemes/${scheme.id}`, undefined],
      ['PATCH', `/api/machines/${ids.machine}`, { topSpeed: 900 }],
    ] as const) {
      const { status, body } = await askAs<{ title: string }>(base, his, method, path, message);
      expect([status, body.title], `${method} ${path}`).toEqual([403, 'Another machine']);
    }
    const own = { ...plan, id: uuid7(), machineId: ids.four };
    expect((await askAs(base, his, 'POST', '/api/plans', own)).status).toBe(201);
    const pull = {
      gauge: 'G',
      pull: 'P',
      part: 0,
      rateHz: 50,
      grams: [20, 21],
      speed: null,
      woundDiameter: null,
      done: true,
    };
    for (const [shown, path] of [
      [all.feed, 'feed'],
      [all.gauge, 'gauge'],
    ] as const) {
      const own = await askAs(base, shown, 'POST', `/api/machines/${ids.machine}/${path}`, pull);
      expect([401, 403]).not.toContain(own.status);
      expect((await askAs(base, shown, 'POST', `/api/machines/${ids.four}/${path}`, pull)).status).toBe(403);
    }
    expect((await askAs(base, all.gauge, 'POST', `/api/machines/${ids.machine}/feed`, pull)).status).toBe(
      403,
    );
  });

  test('with the shift the session ends, and with it what it may', async () => {
    const tablet = await letIn(base);
    const his = await signIn(base, tablet, all.ids.operator, pins.operator);
    const end = {
      ...now('shift', { is: 'ended' }, { machineId: ids.machine }),
      head: null,
      position: null,
      operatorId: all.ids.operator,
    };
    // Twice at once, as a page does that is not answered in time: both are told that it is stored.
    const sent = await Promise.all([log(his, end), log(his, end)]);
    expect(sent.map(({ status }) => status).sort()).toEqual([201, 201]);
    expect((await askAs<{ role: string }>(base, his, 'GET', '/api/who')).body.role).toBe('tablet');
  });

  test('a rebuild says the same of who wrote what', async () => {
    const before = await onDatabase(
      asOwner(url),
      'SELECT id, writer_id, device_id, unconfirmed, operator_id FROM event ORDER BY id',
    );
    process.env['DATABASE_URL'] = url;
    const { rebuild } = await import('../../src/server/everything/rebuild.ts');
    const { closeDatabase } = await import('../../src/server/base/database.ts');
    await rebuild();
    await closeDatabase();
    expect(
      await onDatabase(
        asOwner(url),
        'SELECT id, writer_id, device_id, unconfirmed, operator_id FROM event ORDER BY id',
      ),
    ).toEqual(before);
    expect(before.filter((row) => row['device_id'] !== null).length).toBeGreaterThan(5);
  });
});

describe('what somebody might try', () => {
  test('a code lets one device in, once, and not after ten minutes', async () => {
    const { body } = await askAs<{ code: string; endsAt: string }>(base, all.owner, 'POST', '/api/devices', {
      ...{ name: 'One', kind: 'tablet', machineId: null },
    });
    const minutes = (Date.parse(body.endsAt) - Date.now()) / 60_000;
    expect(minutes).toBeGreaterThan(9);
    expect(minutes).toBeLessThan(10.1);
    // As somebody types it.
    const typed = ` ${body.code.slice(0, 4).toLowerCase()}-${body.code.slice(4)} `;
    const tablet = from('192.168.7.31');
    expect((await askAs(base, tablet, 'POST', '/api/let-in', { code: typed })).status).toBe(201);
    const replayed = await askAs<{ detail: string }>(base, tablet, 'POST', '/api/let-in', {
      code: body.code,
    });
    expect([replayed.status, replayed.body.detail]).toEqual([422, expect.stringContaining('used already')]);
    const { body: late } = await askAs<{ code: string }>(base, all.owner, 'POST', '/api/devices', {
      ...{ name: 'Late', kind: 'tablet', machineId: null },
    });
    await onDatabase(
      asOwner(url),
      "UPDATE pairing_code SET ends_at = now() - interval '1 second' WHERE used_at IS NULL",
    );
    expect((await askAs(base, tablet, 'POST', '/api/let-in', { code: late.code })).status).toBe(422);
  });

  test('of many devices with one code at once, one is let in', async () => {
    const { body } = await askAs<{ code: string }>(base, all.owner, 'POST', '/api/devices', {
      ...{ name: 'Race', kind: 'tablet', machineId: null },
    });
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, at) =>
        askAs(base, from(`192.168.8.${at + 1}`), 'POST', '/api/let-in', { code: body.code }),
      ),
    );
    expect(answers.filter(({ status }) => status === 201)).toHaveLength(1);
  });

  test('codes are guessed five times, then waited for', async () => {
    const guesser = from('192.168.7.66');
    const statuses: number[] = [];
    for (let at = 0; at < 8; at++)
      statuses.push((await askAs(base, guesser, 'POST', '/api/let-in', { code: `AAAA222${at}` })).status);
    expect(statuses).toEqual([422, 422, 422, 422, 422, 429, 429, 429]);
  });

  test('fifty PINs at once: five are looked at; the right one then waits too, longer each time; elsewhere he signs in', async () => {
    const tablet = await letIn(base);
    const guessed = await person(base, 'operator', 'Guessed');
    const guess = (secret: string, on = tablet) =>
      askAs<{ detail: string; retryAfterS: number }>(base, on, 'POST', '/api/sign-in', {
        personId: guessed,
        secret,
      });
    const answers = await Promise.all(Array.from({ length: 50 }, (_, at) => guess(String(1000 + at))));
    const counts = (status: number) => answers.filter((answer) => answer.status === status).length;
    expect([counts(401), counts(429)]).toEqual([5, 45]);
    const right = await guess(pins.operator);
    expect(right.status).toBe(429);
    expect(right.body.retryAfterS).toBeGreaterThan(20);
    expect(Number(right.headers.get('retry-after'))).toBe(right.body.retryAfterS);
    // A wait that is over gives one try, and the next wait is twice as long: kept in the database, whoever starts anew.
    await onDatabase(asOwner(url), `UPDATE wrong_guess SET until = now() WHERE whose = '${guessed}'`);
    expect((await guess('0000')).status).toBe(401);
    expect((await guess('0000')).body.retryAfterS).toBeGreaterThan(50);
    expect((await guess(pins.operator, await letIn(base))).status).toBe(201);
    // An owner gives a new one: that clears the wait.
    expect((await askAs(base, all.owner, 'PATCH', `/api/people/${guessed}`, { secret: '5520' })).status).toBe(
      200,
    );
    expect((await guess('5520')).status).toBe(201);
  });

  test('a person’s wrong PINs are counted over all devices, written down, and stand above an owner’s pages', async () => {
    const guessed = await person(base, 'operator', 'Gwen');
    const tries = async (on: Shown, count: number) => {
      for (let at = 0; at < count; at++) {
        const { status } = await askAs(base, on, 'POST', '/api/sign-in', {
          personId: guessed,
          secret: `77${at}9`,
        });
        if (status === 429) return at;
      }
      return count;
    };
    // Five a device, on one after the other: after twenty it is waited on all of them.
    let looked = 0;
    for (let device = 0; device < 6; device++)
      looked += await tries(await letIn(base, { name: `T${device}` }), 5);
    expect(looked).toBe(20);
    expect(
      (
        await askAs(base, await letIn(base), 'POST', '/api/sign-in', {
          personId: guessed,
          secret: pins.operator,
        })
      ).status,
    ).toBe(429);
    const { body: page } = await askAs<string>(base, all.owner, 'GET', '/people');
    expect(page).toMatch(/20 for Gwen/);
    expect(page).toContain('20 wrong PINs for Gwen');
    expect((await askAs<string>(base, all.technician, 'GET', '/workshop')).body).not.toContain('for Gwen');
    // A wait that a clock running ahead has set for weeks is over when the clock was put right.
    await onDatabase(
      asOwner(url),
      `UPDATE wrong_guess SET until = now() + interval '40 days' WHERE whose = '${guessed}'`,
    );
    expect(
      (
        await askAs(base, await letIn(base), 'POST', '/api/sign-in', {
          personId: guessed,
          secret: pins.operator,
        })
      ).status,
    ).toBe(201);
    // A right one here lets nobody off who guesses elsewhere.
    const [{ wrong }] = (await onDatabase<{ wrong: number }>(
      asOwner(url),
      `SELECT wrong FROM wrong_guess WHERE whose = '${guessed}' AND at_what = 'anywhere'`,
    )) as [{ wrong: number }];
    expect(wrong).toBeGreaterThanOrEqual(20);
  });

  test('technicians and owners have six characters; with the role comes a new PIN', async () => {
    const id = await person(base, 'operator', 'Rising');
    const patch = (change: object) =>
      askAs<{ detail: string }>(base, all.owner, 'PATCH', `/api/people/${id}`, change);
    const raised = await patch({ role: 'technician' });
    expect([raised.status, raised.body.detail]).toEqual([422, expect.stringContaining('PIN of 6')]);
    expect((await patch({ role: 'technician', secret: '4826' })).status).toBe(422);
    expect((await patch({ role: 'technician', secret: '482617' })).status).toBe(200);
    const his = await signIn(base, await letIn(base), id, '482617');
    expect(
      (await askAs(base, his, 'PUT', '/api/own-secret', { secret: '482617', next: '9135' })).status,
    ).toBe(422);
    expect(
      (await askAs(base, his, 'PUT', '/api/own-secret', { secret: '482617', next: '913527' })).status,
    ).toBe(200);
  });

  test('the owner’s link is looked at before anything is hashed: wrong keys hold up no sign-in', async () => {
    const began = performance.now();
    const wrong = await Promise.all(
      Array.from({ length: 60 }, (_, at) =>
        askAs(base, from(`192.168.30.${at + 1}`), 'POST', '/api/owner', {
          key: `nonsense${at}`,
          name: 'X',
          secret: '480291',
        }),
      ),
    );
    expect(wrong.every(({ status }) => status === 422)).toBe(true);
    // Sixty hashes of 46 MiB, one after another, take seconds.
    const argon = performance.now();
    const { hash } = await import('@node-rs/argon2');
    await hash('480291', { memoryCost: 47_104, timeCost: 1, parallelism: 1 });
    const one = performance.now() - argon;
    expect(performance.now() - began).toBeLessThan(40 * one + 3000);
  });

  test('the old PIN, sent while it is being changed, leaves no session', async () => {
    const id = await person(base, 'operator', 'Changing');
    const tablet = await letIn(base);
    const next = ['5521', '6632', '7743'];
    for (const [round, secret] of next.entries()) {
      const old = round === 0 ? pins.operator : next[round - 1]!;
      const [changed, ...signed] = await Promise.all([
        askAs(base, all.owner, 'PATCH', `/api/people/${id}`, { secret }),
        ...Array.from({ length: 3 }, () =>
          askAs(base, tablet, 'POST', '/api/sign-in', { personId: id, secret: old }),
        ),
      ]);
      expect(changed.status).toBe(200);
      for (const { cookies } of signed)
        expect((await askAs<{ role: string }>(base, cookies, 'GET', '/api/who')).body.role).toBe('tablet');
      await onDatabase(asOwner(url), `DELETE FROM wrong_guess WHERE whose = '${id}'`);
    }
  });

  test('a session is worth nothing after sign-out, without its device, or on another one; each sign-in makes a new one', async () => {
    const tablet = await letIn(base);
    const first = await signIn(base, tablet, all.ids.operator, pins.operator);
    const second = await signIn(base, first, all.ids.operator, pins.operator);
    const role = async (shown: Shown) =>
      (await askAs<{ role: string }>(base, shown, 'GET', '/api/who')).body.role;
    expect(second['cookie']).not.toBe(first['cookie']);
    expect([await role(first), await role(second)]).toEqual(['tablet', 'operator']);
    const session = second['cookie']!.split('; ').find((pair) => pair.startsWith('session='))!;
    expect(await role({ ...fromNetwork, cookie: session })).toBe('nobody');
    const other = await letIn(base);
    expect(await role({ ...other, cookie: `${other['cookie']}; ${session}` })).toBe('tablet');
    const { cookies } = await askAs(base, second, 'POST', '/api/sign-out');
    expect(cookies['cookie']).not.toContain('session');
    expect(await role(second)).toBe('tablet');
  });

  test('cookies: no script reads them, no other site sends them; over https only https does, under a name that only this host can set', async () => {
    const plain = await newServer();
    for (const [address, name] of [
      [plain.address, 'device'],
      [base, '__Host-device'],
    ] as const) {
      const { body } = await askAs<{ code: string }>(address, {}, 'POST', '/api/devices', {
        ...{ name: 'C', kind: 'tablet', machineId: null },
      });
      const { headers } = await askAs(address, fromNetwork, 'POST', '/api/let-in', { code: body.code });
      const [cookie] = headers.getSetCookie();
      expect(cookie).toMatch(new RegExp(`^${name}=[\\w-]{43};`));
      expect(cookie).toMatch(/HttpOnly/);
      expect(cookie).toMatch(/SameSite=Strict/);
      expect(cookie).toMatch(/Path=\//);
      expect(cookie).not.toMatch(/Domain/);
      expect(/Secure/.test(cookie!)).toBe(name !== 'device');
    }
  });

  test('a tablet that was let in by the old cookie goes on, and gets the new one; a session by the old name is none', async () => {
    const [, value] = /__Host-device=([\w-]+)/.exec((await letIn(base))['cookie']!)!;
    const old = { ...fromNetwork, cookie: `device=${value}` };
    const { headers, body } = await askAs<string>(base, old, 'GET', '/test-one/run');
    expect(headers.getSetCookie().join()).toContain(`__Host-device=${value}`);
    expect(body).toContain('Test one');
    const his = (await signIn(base, old, all.ids.operator, pins.operator))['cookie']!;
    expect(his).toContain('__Host-session=');
    const renamed = { ...old, cookie: his.replace('__Host-session', 'session') };
    expect((await askAs<{ role: string }>(base, renamed, 'GET', '/api/who')).body.role).toBe('tablet');
  });

  test('no token, code or PIN is in the database as it was given', async () => {
    const { body } = await askAs<{ code: string }>(base, {}, 'POST', '/api/devices', {
      name: 'S',
      kind: 'tablet',
      machineId: null,
    });
    const secrets = [all.owner, all.feed].flatMap(
      (shown) => `${shown['cookie'] ?? ''} ${shown['authorization'] ?? ''}`.match(/[\w-]{43}/g) ?? [],
    );
    expect(secrets.length).toBe(3);
    for (const table of [
      'person',
      'device',
      'session',
      'pairing_code',
      'feed_token',
      'access_ledger',
      'wrong_guess',
    ]) {
      const kept = JSON.stringify(await onDatabase(asOwner(url), `SELECT t::text FROM ${table} t`));
      for (const secret of [...secrets, body.code]) expect(kept, table).not.toContain(secret);
    }
    const kept = await onDatabase<{ secret: string }>(
      asOwner(url),
      'SELECT secret FROM person WHERE secret IS NOT NULL',
    );
    // argon2id with 46 MiB, one pass, one lane: OWASP Password Storage Cheat Sheet (values from memory); the format is that of the PHC.
    for (const { secret } of kept) expect(secret).toMatch(/^\$argon2id\$v=19\$m=47104,t=1,p=1\$/);
    expect(new Set(kept.map(({ secret }) => secret.split('$')[4])).size).toBe(kept.length);
  });

  test.each(['1234', '0000', '9876', 'aaaaaa', 'abcdef'])('“%s” is no PIN', async (secret) => {
    const { status, body } = await askAs<{ detail: string }>(
      base,
      {},
      'PATCH',
      `/api/people/${all.ids.operator}`,
      { secret },
    );
    expect([status, body.detail]).toEqual([422, expect.stringContaining('guessed first')]);
  });
});

describe('turned out', () => {
  test('a stolen tablet is nobody at once, whoever was signed in on it, and its open pages are closed', async () => {
    const stolen = await signIn(base, await letIn(base, { name: 'Stolen' }), all.ids.owner, pins.owner);
    const live = await fetch(`${base}/api/machines/${ids.machine}/live`, { headers: stolen });
    const reader = live.body!.getReader();
    expect(new TextDecoder().decode((await reader.read()).value)).toContain('connected');
    const { body } = await askAs<{ devices: { id: string; name: string }[] }>(
      base,
      all.owner,
      'GET',
      '/api/devices',
    );
    const { id } = body.devices.find(({ name }) => name === 'Stolen')!;
    expect((await askAs(base, all.owner, 'DELETE', `/api/devices/${id}`)).status).toBe(200);
    expect((await log(stolen, snap())).status).toBe(401);
    expect((await askAs(base, stolen, 'GET', `/api/machines/${ids.machine}/head`)).status).toBe(401);
    expect((await askAs(base, stolen, 'GET', '/test-one/run')).headers.get('location')).toMatch(/^\/let-in/);
    // The stream ends by itself.
    for (let part = await reader.read(); !part.done; part = await reader.read());
    expect((await askAs(base, all.owner, 'DELETE', `/api/devices/${id}`)).status).toBe(404);
  });

  test('a feed’s open stream ends when its token is taken back, and what came before counts', async () => {
    const { body: made } = await askAs<{ id: string; token: string }>(base, {}, 'POST', '/api/feed-tokens', {
      ...{ name: 'Streaming', kind: 'feed', machineId: ids.four },
    });
    const line = () =>
      `${JSON.stringify({ id: uuid7(), at: new Date().toISOString(), event: 'break', head: 1, position: 2 })}\n`;
    let push: (text: string) => void = () => undefined;
    const body = new ReadableStream<Uint8Array>({
      start: (controller) => void (push = (text) => controller.enqueue(new TextEncoder().encode(text))),
    });
    const answered = fetch(`${base}/api/machines/${ids.four}/feed`, {
      method: 'POST',
      headers: {
        ...fromNetwork,
        authorization: `Bearer ${made.token}`,
        'content-type': 'application/x-ndjson',
      },
      body,
      duplex: 'half',
    } as RequestInit);
    const counted = () =>
      onDatabase(url, `SELECT id FROM ledger WHERE machine_id = '${ids.four}' AND kind = 'break'`);
    const before = (await counted()).length;
    push(line());
    await expect.poll(async () => (await counted()).length).toBe(before + 1);
    await askAs(base, all.owner, 'DELETE', `/api/feed-tokens/${made.id}`);
    // Without another line: the news of it ends the stream.
    const answer = await answered;
    expect(answer.status).toBe(401);
    expect(await answer.json()).toMatchObject({ taken: 1 });
    expect((await counted()).length).toBe(before + 1);
  });

  test('idle time goes on while a page asks by itself, and begins anew with a touch', async () => {
    const his = await signIn(base, await letIn(base), all.ids.operator, pins.operator);
    const { body: sessions } = await askAs<{ sessions: { id: string; seenAt: string }[] }>(
      base,
      all.owner,
      'GET',
      '/api/sessions',
    );
    const id = sessions.sessions[0]!.id;
    const old = async () => {
      await onDatabase(
        asOwner(url),
        `UPDATE session SET seen_at = now() - interval '40 minutes' WHERE id = '${id}'`,
      );
    };
    const seenMinutes = async () => {
      const [row] = await onDatabase<{ ago: string }>(
        asOwner(url),
        `SELECT extract(epoch FROM now() - seen_at) / 60 AS ago FROM session WHERE id = '${id}'`,
      );
      return Number(row!.ago);
    };
    await old();
    for (const path of [
      '/api/machines/now',
      `/api/machines/${ids.machine}/head`,
      '/api/health',
      '/test-one/run',
    ])
      await askAs(base, his, 'GET', path);
    await new Promise((done) => setTimeout(done, 300));
    expect(await seenMinutes()).toBeGreaterThan(39);
    expect((await askAs<{ person: string }>(base, his, 'POST', '/api/here', {})).body.person).toBe(
      all.ids.operator,
    );
    await expect.poll(seenMinutes).toBeLessThan(1);
  });

  test('a feed’s token is taken back; a session is ended from elsewhere; a person taken off is out', async () => {
    const fed = await token(base, 'feed', ids.four);
    const { body } = await askAs<{ tokens: { id: string; machineId: string }[] }>(
      base,
      {},
      'GET',
      '/api/feed-tokens',
    );
    const { id } = body.tokens.find(({ machineId }) => machineId === ids.four)!;
    expect(JSON.stringify(body)).not.toContain(fed['authorization']!.slice(7));
    const line = (shown: Shown) => askAs(base, shown, 'POST', `/api/machines/${ids.four}/feed`, '{}');
    expect((await line(fed)).status).not.toBe(401);
    expect((await askAs(base, {}, 'DELETE', `/api/feed-tokens/${id}`)).status).toBe(200);
    expect((await line(fed)).status).toBe(401);

    const leaving = await person(base, 'technician', 'Leaving');
    const his = await signIn(base, await letIn(base, { name: 'His' }), leaving, pins.technician);
    const who = async () => (await askAs<{ role: string }>(base, his, 'GET', '/api/who')).body.role;
    const { body: open } = await askAs<{ sessions: { id: string; person: string }[] }>(
      base,
      {},
      'GET',
      '/api/sessions',
    );
    expect(await who()).toBe('technician');
    await askAs(
      base,
      {},
      'DELETE',
      `/api/sessions/${open.sessions.find((one) => one.person === 'Leaving')!.id}`,
    );
    expect(await who()).toBe('tablet');
    const again = await signIn(base, his, leaving, pins.technician);
    await askAs(base, {}, 'PATCH', `/api/people/${leaving}`, { active: false });
    expect((await askAs<{ role: string }>(base, again, 'GET', '/api/who')).body.role).toBe('tablet');
    const back = await askAs<{ detail: string }>(base, his, 'POST', '/api/sign-in', {
      personId: leaving,
      secret: pins.technician,
    });
    expect(back.status).toBe(401);
  });

  test('whoever is signed in gives himself another PIN, knowing the old one; elsewhere he is signed out', async () => {
    const his = await person(base, 'operator', 'Changes');
    const [here, there] = [await letIn(base), await letIn(base)];
    const on = await signIn(base, here, his, pins.operator);
    const elsewhere = await signIn(base, there, his, pins.operator);
    const change = (shown: Shown, secret: string, next: string) =>
      askAs<{ detail: string }>(base, shown, 'PUT', '/api/own-secret', { secret, next });
    expect(await change(here, pins.operator, '5830')).toMatchObject({ status: 401 });
    expect((await change(on, '0000', '5830')).body.detail).toMatch(/until now is another/);
    expect((await change(on, pins.operator, '1234')).body.detail).toMatch(/guessed first/);
    expect((await change(on, pins.operator, '5830')).status).toBe(200);
    const who = async (shown: Shown) =>
      (await askAs<{ role: string }>(base, shown, 'GET', '/api/who')).body.role;
    expect([await who(on), await who(elsewhere)]).toEqual(['operator', 'tablet']);
    const { body: changes } = await askAs<{ items: { what: string; by: string | null }[] }>(
      ...([base, {}, 'GET', '/api/access/ledger'] as const),
    );
    expect(changes.items.some(({ what, by }) => by === 'Changes' && /PIN/.test(what))).toBe(true);
    await expect(signIn(base, there, his, pins.operator)).rejects.toThrow('That is not it');
    await signIn(base, there, his, '5830');
    // It is a PIN that is tried: five wrong ones, then a wait, as at signing in.
    for (let guess = 0; guess < 5; guess++) await change(on, `77${guess}7`, '5831');
    expect((await change(on, '5830', '5831')).status).toBe(429);
    // On the computer itself nobody is signed in.
    expect((await change({}, '5830', '5831')).status).toBe(401);
  });

  test('the last owner stays one', async () => {
    const only = (await newServer()).address;
    const id = await person(only, 'owner', 'Only');
    for (const change of [{ role: 'operator' }, { active: false }]) {
      const { status, body } = await askAs<{ detail: string }>(
        only,
        {},
        'PATCH',
        `/api/people/${id}`,
        change,
      );
      expect([status, body.detail]).toEqual([409, expect.stringContaining('only owner')]);
    }
    await person(only, 'owner', 'Second');
    expect((await askAs(only, {}, 'PATCH', `/api/people/${id}`, { role: 'operator' })).status).toBe(200);
  });

  test('sign-in is not turned on before somebody could come in again', async () => {
    const empty = (await newServer()).address;
    const refused = await askAs<{ detail: string }>(empty, {}, 'PATCH', '/api/access', { signIn: true });
    expect([refused.status, refused.body.detail]).toEqual([422, expect.stringContaining('owner')]);
  });

  test('after the workshop’s idle time, and after a long shift, a session is over', async () => {
    const his = await signIn(base, await letIn(base), all.ids.operator, pins.operator);
    const role = async () => {
      // Longer than it is believed without looking again.
      await askAs(base, {}, 'PATCH', '/api/access', { idleMinutes: 60 });
      return (await askAs<{ role: string }>(base, his, 'GET', '/api/who')).body.role;
    };
    expect(await role()).toBe('operator');
    await onDatabase(asOwner(url), "UPDATE session SET seen_at = now() - interval '59 minutes'");
    expect(await role()).toBe('operator');
    await onDatabase(asOwner(url), "UPDATE session SET seen_at = now() - interval '61 minutes'");
    expect(await role()).toBe('tablet');
    await onDatabase(
      asOwner(url),
      "UPDATE session SET seen_at = now(), ends_at = now() + interval '1 minute'",
    );
    expect(await role()).toBe('operator');
    await onDatabase(asOwner(url), 'UPDATE session SET ends_at = now()');
    expect(await role()).toBe('tablet');
  });
});

describe('the owner’s link', () => {
  test('sets an owner, once: on the computer, or from the network with the device; a later link replaces it', async () => {
    const { address, url: own } = await newServer();
    const link = async (always: boolean) => {
      process.env['DATABASE_URL'] = own;
      const { makeOwnersLink } = await import('../../src/server/people/tokens/owners-link.ts');
      const { closeDatabase } = await import('../../src/server/base/database.ts');
      const key = await makeOwnersLink(always);
      await closeDatabase();
      return key;
    };
    const set = (shown: Shown, key: string | null, name = 'Olga') =>
      askAs<{ detail: string }>(address, shown, 'POST', '/api/owner', { key, name, secret: '480291' });
    const early = await link(false);
    const key = await link(false);
    expect((await set(fromNetwork, early)).status).toBe(422);
    const made = await set(fromNetwork, key);
    expect(made.status).toBe(201);
    expect((await askAs<{ role: string }>(address, made.cookies, 'GET', '/api/who')).body).toMatchObject({
      ...{ role: 'owner', person: { name: 'Olga' }, device: { name: 'Olga’s device' } },
    });
    const again = await set(fromNetwork, key);
    expect([again.status, again.body.detail]).toEqual([422, expect.stringContaining('--owner-link')]);
    // There is one: a start makes no other, but for who asks.
    expect(await link(false)).toBeNull();
    const lost = await link(true);
    expect((await set({}, lost)).status).toBe(201);
    const { body } = await askAs<{ people: { name: string; role: string }[] }>(
      address,
      {},
      'GET',
      '/api/people',
    );
    expect(body.people).toMatchObject([{ name: 'Olga', role: 'owner' }]);
  });

  test('--open asks nothing of anybody, and every page says so', async () => {
    const { address } = await newServer(undefined, { VIVID_OPEN: '1' });
    await furnish(address);
    expect((await askAs(address, fromNetwork, 'GET', '/api/people')).status).toBe(200);
    for (const path of ['/test-one/run', '/workshop', '/board', '/people', '/test-one/stores'])
      expect((await askAs<string>(address, fromNetwork, 'GET', path)).body, path).toContain(
        'Open: nothing is asked',
      );
    expect((await askAs<string>(base, {}, 'GET', '/workshop')).body).not.toContain('Open: nothing is asked');
  });
});

test('wrong guesses that say nothing any more are removed', async () => {
  const { address, url: own } = await newServer();
  const old = "INSERT INTO wrong_guess VALUES ('pairing', '10.0.0.9', 3, now() - interval '3 days', now())";
  await onDatabase(asOwner(own), old);
  await askAs(address, fromNetwork, 'POST', '/api/let-in', { code: 'AAAA2222' });
  const left = () => onDatabase<{ at_what: string }>(asOwner(own), 'SELECT at_what FROM wrong_guess');
  await expect.poll(async () => (await left()).map((row) => row.at_what)).toEqual(['127.0.0.1']);
});

test('a device that is turned out while a copy hears nothing loses its live line there too', async () => {
  const copy = await newServer(url, { VIVID_PROXY: '80,443' });
  const tablet = await letIn(base, { name: 'Deaf' });
  const line = await fetch(`${copy.address}/api/board/live`, { headers: tablet });
  expect(line.status).toBe(200);
  const ended = (async () => {
    for await (const part of line.body!) void part;
    return true;
  })();
  const { body } = await askAs<{ devices: { id: string; name: string }[] }>(base, {}, 'GET', '/api/devices');
  const { id } = body.devices.find(({ name }) => name === 'Deaf')!;
  // Every line on which news is heard is cut, and the device is turned out before they stand again.
  await onDatabase(
    asOwner(url),
    "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND query LIKE 'LISTEN%'",
  );
  expect((await askAs(base, {}, 'DELETE', `/api/devices/${id}`)).status).toBe(200);
  expect(await ended).toBe(true);
});

test('of two owners who take each other off one stays', async () => {
  const { address } = await newServer();
  const owners = [await person(address, 'owner', 'Ada'), await person(address, 'owner', 'Bea')];
  const off = await Promise.all(
    owners.map((id) => askAs(address, {}, 'PATCH', `/api/people/${id}`, { role: 'operator' })),
  );
  expect(off.map(({ status }) => status).sort()).toEqual([200, 409]);
});

describe('what was changed about people', () => {
  test('is kept, append-only, with who did it', async () => {
    all.owner = await signIn(base, await letIn(base), all.ids.owner, pins.owner);
    const raised = { role: 'technician', secret: '662918' };
    await askAs(base, all.owner, 'PATCH', `/api/people/${all.ids.operator}`, raised);
    await askAs(base, all.owner, 'PATCH', `/api/people/${all.ids.operator}`, { role: 'operator' });
    const { body } = await askAs<{ items: { what: string; by: string }[] }>(
      base,
      all.owner,
      'GET',
      '/api/access/ledger?limit=3',
    );
    expect(body.items).toMatchObject([
      { what: 'Wen is now operator', by: 'Olga' },
      { what: 'new PIN for Wen', by: 'Olga' },
      { what: 'Wen is now technician', by: 'Olga' },
    ]);
    for (const act of [
      'UPDATE access_ledger SET what = what',
      'DELETE FROM access_ledger',
      'TRUNCATE access_ledger',
    ])
      await expect(onDatabase(asOwner(url), act), act).rejects.toThrow(/append-only/);
    await expect(onDatabase(url, 'DELETE FROM access_ledger')).rejects.toThrow(/permission denied/);
  });
});
