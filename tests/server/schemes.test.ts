import { beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid7 } from 'uuid';
import { omit } from '../../src/core/base/omit.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

let base: string;
beforeAll(async () => {
  base = (await newServer()).address;
  await furnish(base);
});

const block = (from: number, to: number, needle: string | null = '75/11 sharp') => ({
  ...{ name: `from ${from}`, use: 'work', from, to, needle, weight: 'weight 2', reason: 'because' },
  threads: Array.from({ length: to - from + 1 }, () => null),
});
const scheme = (more: object = {}) => ({
  ...{ id: uuid7(), machineId: ids.machine, name: `Scheme ${uuid7()}` },
  ...{
    blocks: [block(1, 2), block(3, 4, '80/12 sharp')],
    price: 5,
    tradeWeeks: 4,
    since: null,
    operatorId: null,
  },
  ...more,
});
type Scheme = ReturnType<typeof scheme>;
const { blocks, price, tradeWeeks, name } = scheme();
const said = { blocks, price, tradeWeeks, name, since: null };
const list = async () => {
  const { body } = await ask(base, 'GET', `/api/schemes?machine=${ids.machine}&limit=200`);
  return body['items'] as (Scheme & { version: number })[];
};

describe('schemes of a machine', () => {
  test('are kept, told and changed by the version that was read', async () => {
    const mine = scheme({ price: 2.35 });
    const made = await ask(base, 'POST', '/api/schemes', mine);
    expect(made).toMatchObject({ status: 201, body: { ...mine, version: 1 } });
    expect((await ask(base, 'POST', '/api/schemes', mine)).status).toBe(201);
    expect((await list()).filter(({ id }) => id === mine.id)).toHaveLength(1);
    const { id } = mine;
    const fields = omit(mine, 'id', 'machineId');
    const changed = await ask(base, 'PUT', `/api/schemes/${id}`, {
      ...fields,
      blocks: [block(1, 4)],
      version: 1,
    });
    expect(changed).toMatchObject({ status: 200, body: { version: 2, blocks: [{ from: 1, to: 4 }] } });
    const late = await ask(base, 'PUT', `/api/schemes/${id}`, { ...fields, name: 'late', version: 1 });
    expect(late.status).toBe(409);
    expect(late.body['detail']).toMatch(/nothing is overwritten/);
    expect(await ask(base, 'GET', `/api/schemes/${id}`)).toMatchObject({
      body: { name: mine.name, version: 2 },
    });
  });
  test('one at most is kept to: another takes its place, and both say so', async () => {
    const [first, second] = [scheme({ since: '2026-03-02' }), scheme()];
    for (const each of [first, second]) await ask(base, 'POST', '/api/schemes', each);
    const { id } = second;
    const fields = omit(second, 'id', 'machineId');
    await ask(base, 'PUT', `/api/schemes/${id}`, { ...fields, since: '2026-03-09', version: 1 });
    const inForce = (await list()).filter(({ since }) => since !== null);
    expect(inForce).toMatchObject([{ id: second.id, since: '2026-03-09' }]);
    // Whoever still shows the first has read a version that is no more.
    const { id: firstId } = first;
    const old = omit(first, 'id', 'machineId');
    expect((await ask(base, 'PUT', `/api/schemes/${firstId}`, { ...old, version: 1 })).status).toBe(409);
    const third = scheme({ since: '2026-03-10' });
    await ask(base, 'POST', '/api/schemes', third);
    expect((await list()).filter(({ since }) => since !== null).map((kept) => kept.id)).toEqual([third.id]);
  });
  test.each([
    [
      'blocks that overlap',
      { blocks: [block(1, 3), block(3, 4)] },
      /overlap on position 3\. Move the border/,
    ],
    ['a block without needle', { blocks: [block(1, 3, null)] }, /has no needle\. Choose the one/],
    ['a block beyond the head', { blocks: [block(4, 20)] }, /does not lie on positions 1 to/],
    ['no block', { blocks: [] }, /has no block/],
  ])('%s: a sentence that says what to do, and nothing is kept', async (_, more, sentence) => {
    const before = (await list()).length;
    const refused = await ask(base, 'POST', '/api/schemes', scheme(more));
    expect(refused.status).toBe(422);
    expect(refused.body['detail']).toMatch(sentence);
    expect(await list()).toHaveLength(before);
  });
  test.each([
    ['a name twice', { name: 'Summer' }, 409, /has a scheme called “Summer” already/],
    ['another machine', { machineId: uuid7() }, 422, /no such machine/],
    ['a price below nothing', { price: -1 }, 422, /price/],
    ['a day that is none', { since: '2026-02-31' }, 422, /since/],
  ])('%s', async (what, more, status, sentence) => {
    if (what === 'a name twice') await ask(base, 'POST', '/api/schemes', scheme(more));
    const refused = await ask(base, 'POST', '/api/schemes', scheme(more));
    expect(refused.status).toBe(status);
    expect(JSON.stringify(refused.body)).toMatch(sentence);
  });
  test('one that is taken away is gone', async () => {
    const mine = scheme();
    await ask(base, 'POST', '/api/schemes', mine);
    expect(await ask(base, 'DELETE', `/api/schemes/${mine.id}`)).toMatchObject({
      status: 200,
      body: { id: mine.id },
    });
    expect((await ask(base, 'GET', `/api/schemes/${mine.id}`)).status).toBe(404);
    expect((await ask(base, 'PUT', `/api/schemes/${mine.id}`, { ...said, version: 1 })).status).toBe(404);
  });
});

test('a plan asked for with blocks keeps to them at its price, and says where it does not', async () => {
  const question = (breaking: number) => ({
    positions: [
      {
        position: 1,
        now: [{ needle: '80/12 sharp', thread: 'red' }],
        block: { needle: '80/12 sharp', weight: 'a' },
      },
      { position: 2, now: [{ needle: '65/9 sharp', thread: 'red' }], block: null },
    ],
    jobs: [{ id: 'caps', requests: [{ thread: 'blue', needles: [{ needle: '80/12 sharp' }], stops: [1] }] }],
    classes: { red: 'a', blue: 'b' },
    breaking,
  });
  const plan = async (breaking: number) =>
    (await ask(base, 'POST', '/api/compute/head-plan', question(breaking))).body;
  // On 1 a re-thread, 7.5; on 2 a needle too, 9.5: two minutes are what keeping the block costs.
  expect(await plan(1)).toMatchObject({
    seats: [{ position: 1, breaks: true, penalty: 0 }],
    changeMinutes: 7.5,
    cost: 8.5,
  });
  expect(await plan(3)).toMatchObject({
    seats: [{ position: 2, breaks: false }],
    changeMinutes: 9.5,
    cost: 9.5,
  });
});
