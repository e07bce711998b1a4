import { beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid7 } from 'uuid';
import { defaultMinutes } from '../../src/engines/planner/problem/minutes.ts';
import { runPlan } from '../../src/engines/planner/run.ts';
import { shareOut } from '../../src/engines/planner/sharing/share-out.ts';
import { askedFrom } from '../../src/server/heavy/head-plan.ts';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

let base: string;
beforeAll(async () => {
  base = (await newServer()).address;
  await furnish(base);
});

const question = {
  positions: [
    { position: 1, now: [{ needle: '75/11 sharp', thread: 'white' }], sewn: 1000 },
    { position: 2, now: [{ needle: '80/12 sharp', thread: 'red' }] },
    { position: 3, now: [{ needle: null, thread: null }], use: 'reserved' },
  ],
  jobs: [
    {
      id: 'caps',
      requests: [{ thread: 'blue', needles: [{ needle: '80/12 sharp' }], stops: [1] }],
      sewMinutes: 60,
    },
    {
      id: 'bags',
      requests: [
        {
          thread: 'white',
          needles: [{ needle: '75/11 sharp' }, { needle: '80/12 sharp', penalty: 1.5 }],
          stops: [1, 3],
        },
        { thread: 'red', needles: [{ needle: '80/12 sharp' }], stops: [2] },
      ],
    },
  ],
  classes: { white: '40', red: '40', blue: '40' },
} as const;
const setup = { order: [ids.job], uses: { 3: 'locked' }, wishes: {}, frozen: 1, minutes: defaultMinutes };

describe('POST /api/compute/head-plan', () => {
  test('the same answer as the core, which the screen uses', async () => {
    const { status, body } = await ask(base, 'POST', '/api/compute/head-plan', question);
    expect(status).toBe(200);
    const expected = runPlan(askedFrom(question as never));
    expect(body).toEqual({ order: ['caps', 'bags'], ...(JSON.parse(JSON.stringify(expected)) as object) });
    expect(body).toMatchObject({ changeMinutes: 2, proven: true });
  });
  test('with the order free, bags come first: red stays, and one tie-on is enough', async () => {
    const { body } = await ask(base, 'POST', '/api/compute/head-plan', { ...question, freeOrder: true });
    expect(body).toMatchObject({ order: ['bags', 'caps'], changeMinutes: 1, proven: true, bound: 1 });
    expect(body['asTheyCame']).toMatchObject({ changeMinutes: 2 });
  });
  test.each([
    ['no machine', { ...question, positions: [] }, 422, /Set the machine up first/],
    ['a job without thread', { ...question, jobs: [{ id: 'x', requests: [] }] }, 422, /has no thread/],
    [
      'two wishes for one position',
      {
        ...question,
        jobs: [
          {
            ...question.jobs[1],
            requests: question.jobs[1].requests.map((request) => ({ ...request, at: 1 })),
          },
        ],
      },
      422,
      /wished onto position 1/,
    ],
    ['a negative time', { ...question, minutes: { ...defaultMinutes, needle: -2 } }, 422, /needle/],
    ['no classes', { positions: question.positions, jobs: question.jobs }, 422, /classes/],
  ])('%s: a sentence that says which and what to do', async (_, message, status, words) => {
    const answer = await ask(base, 'POST', '/api/compute/head-plan', message);
    expect(answer.status).toBe(status);
    expect(JSON.stringify(answer.body)).toMatch(words);
  });
});

describe('POST /api/compute/share-out', () => {
  const { classes, jobs, positions } = question;
  const machine = (id: string) => ({ id, positions, jobs });
  const shared = { machines: [machine('heron'), machine('teal')], classes };
  test('the same answer as the core, which the screen uses', async () => {
    const { status, body } = await ask(base, 'POST', '/api/compute/share-out', { ...shared, spanWeight: 0 });
    expect(status).toBe(200);
    const { problem } = askedFrom({ ...question } as never);
    const machines = ['heron', 'teal'].map((id) => ({
      id,
      name: id,
      positions: problem.positions,
      jobs: problem.jobs,
    }));
    const expected = shareOut(
      { machines, classes: problem.classes, minutes: problem.minutes, stays: {} },
      { spanWeight: 0 },
    );
    expect(body).toEqual(JSON.parse(JSON.stringify(expected)));
    expect(body).toMatchObject({ cost: 1, bound: 1, proven: true });
  });
  test('a job that stays on one machine is sewn there', async () => {
    const { body } = await ask(base, 'POST', '/api/compute/share-out', {
      ...shared,
      stays: { caps: 'teal', bags: 'teal' },
    });
    expect(body['machines']).toMatchObject([
      { machine: 'heron', jobs: [] },
      { machine: 'teal', jobs: [{ job: 'caps' }, { job: 'bags' }] },
    ]);
  });
  test.each([
    ['no machine', { machines: [], classes }, /Set one up first/],
    [
      'machines that tell different jobs',
      { ...shared, machines: [machine('heron'), { ...machine('teal'), jobs: jobs.slice(1) }] },
      /Name the same jobs in the same order/,
    ],
    [
      'a job that fits nowhere',
      {
        ...shared,
        machines: [
          { ...machine('heron'), positions: positions.map((position) => ({ ...position, use: 'reserved' })) },
        ],
      },
      /caps fits no machine/,
    ],
  ])('%s: a sentence that says what to do', async (_, message, words) => {
    const answer = await ask(base, 'POST', '/api/compute/share-out', message);
    expect(answer.status).toBe(422);
    expect(answer.body['detail']).toMatch(words);
  });
});

describe('kept plans', () => {
  test('its seats are kept with a version; a change of the plan empties them; an older version’s are passed over', async () => {
    const id = uuid7();
    const made = await ask(base, 'POST', '/api/plans', { id, machineId: ids.machine, name: 'Seats', setup });
    expect(made.body).toMatchObject({ version: 1, seats: null });
    const seats = [{ job: ids.job, stops: [1, 3], position: 7, needle: '75/11 sharp' }];
    const path = `/api/plans/${id}/seats`;
    expect((await ask(base, 'PUT', path, { version: 1, seats })).body).toMatchObject({ version: 1, seats });
    expect((await ask(base, 'GET', `/api/plans/${id}`)).body).toMatchObject({ seats });
    const change = { name: 'Seats', setup: { ...setup, frozen: 0 }, version: 1 };
    expect((await ask(base, 'PUT', `/api/plans/${id}`, change)).body).toMatchObject({
      version: 2,
      seats: null,
    });
    expect(await ask(base, 'PUT', path, { version: 1, seats })).toMatchObject({
      status: 200,
      body: { version: 2, seats: null },
    });
    expect((await ask(base, 'PUT', `/api/plans/${uuid7()}/seats`, { version: 1, seats })).status).toBe(404);
    const bad = [{ ...seats[0], position: 99 }];
    expect((await ask(base, 'PUT', path, { version: 2, seats: bad })).status).toBe(422);
    // Gone again: the tests below count what is kept.
    expect((await ask(base, 'PUT', path, { version: 2, seats: null })).body).toMatchObject({ seats: null });
  });
  test('a plan is kept, listed with its machine, and changed by naming its version', async () => {
    const id = uuid7();
    const made = await ask(base, 'POST', '/api/plans', { id, machineId: ids.machine, name: 'Monday', setup });
    expect(made).toMatchObject({ status: 201, body: { name: 'Monday', version: 1, setup } });
    const again = await ask(base, 'POST', '/api/plans', {
      id,
      machineId: ids.machine,
      name: 'Monday',
      setup,
    });
    expect(again.body).toEqual(made.body);
    const listed = await ask<{ items: { id: string }[] }>(base, 'GET', `/api/plans?machine=${ids.machine}`);
    expect(listed.body.items.map((one) => one.id)).toContain(id);
    const changed = await ask(base, 'PUT', `/api/plans/${id}`, {
      name: 'Monday',
      setup: { ...setup, frozen: 0 },
      operatorId: ids.operator,
      version: 1,
    });
    expect(changed).toMatchObject({
      status: 200,
      body: { version: 2, operatorId: ids.operator, setup: { frozen: 0 } },
    });
  });
  test('two planners at once: the second is told, the first one’s change stands', async () => {
    const id = uuid7();
    await ask(base, 'POST', '/api/plans', { id, machineId: ids.machine, name: 'Both', setup });
    const change = (frozen: number) =>
      ask(base, 'PUT', `/api/plans/${id}`, { name: 'Both', setup: { ...setup, frozen }, version: 1 });
    const answers = await Promise.all([change(2), change(3)]);
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409]);
    const refused = answers.find((answer) => answer.status === 409)!;
    expect(refused.body['detail']).toMatch(
      /Someone else changed this plan meanwhile.*nothing is overwritten/,
    );
    const won = answers.find((answer) => answer.status === 200)!;
    expect((await ask(base, 'GET', `/api/plans/${id}`)).body).toEqual(won.body);
  });
  test('a name twice on one machine, an unknown machine, an unknown plan', async () => {
    await ask(base, 'POST', '/api/plans', { id: uuid7(), machineId: ids.machine, name: 'Twice', setup });
    const twice = await ask(base, 'POST', '/api/plans', {
      id: uuid7(),
      machineId: ids.machine,
      name: 'Twice',
      setup,
    });
    expect(twice).toMatchObject({ status: 409 });
    expect(twice.body['detail']).toMatch(/a plan called “Twice” already/);
    const nowhere = await ask(base, 'POST', '/api/plans', {
      id: uuid7(),
      machineId: uuid7(),
      name: 'X',
      setup,
    });
    expect(nowhere).toMatchObject({ status: 422 });
    expect(await ask(base, 'GET', `/api/plans/${uuid7()}`)).toMatchObject({ status: 404 });
  });
  test('a position that no machine has is refused', async () => {
    const bad = { ...setup, wishes: { x: 99 } };
    const answer = await ask(base, 'POST', '/api/plans', {
      id: uuid7(),
      machineId: ids.machine,
      name: 'Bad',
      setup: bad,
    });
    expect(answer.status).toBe(422);
  });
});
