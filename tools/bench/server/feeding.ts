import { v7 as uuid7 } from 'uuid';
import { chance } from '../../../src/core/base/chance.ts';
import { SimulatedMachine, type SimulatedStop } from '../../../src/simulators/machine.ts';
import { call } from '../measure.ts';

/** Simulated machines, of how many heads, and how many times faster than real they feed. */
export const heads = 12;
export const pace = 100;
const tickMs = 500;
const positions = [3, 5, 7, 9];

/** A simulated machine, and what it has told so far. */
export interface Fed {
  id: string;
  told: { piece: number; break: number };
  machine: SimulatedMachine;
}

/** Adds `count` machines with needles, cones and one large job. */
export async function openShop(address: string, count: number): Promise<Fed[]> {
  const post = (path: string, message: unknown) => call(address, 'POST', path, message);
  const thread = uuid7();
  const job = uuid7();
  await post('/api/threads', {
    id: thread,
    code: 'R',
    name: 'Red',
    colour: '#cc1122',
    weightNo: 40,
    fibre: 'polyester',
  });
  const design = [4000, 2500, 1500, 900].map((stitches, index) => ({
    stop: index + 1,
    stitches,
    position: positions[index]!,
  }));
  await post('/api/jobs', {
    jobs: [
      {
        ...{ id: job, name: 'Load', customer: '', cloth: '', pieces: 100_000, due: null, note: '' },
        stops: design.map((stop) => ({ ...stop, threadId: thread, element: 'fill' })),
      },
    ],
  });
  const machines = Array.from({ length: count }, () => uuid7());
  for (const [index, id] of machines.entries()) {
    await post('/api/machines', {
      id,
      name: `Load ${index + 1}`,
      heads,
      positions: 12,
      numberingSide: 'right',
      topSpeed: 1000,
    });
    await post('/api/ledger', { entries: furnish(id, thread, job) });
  }
  const stops: SimulatedStop[] = design.map((stop) => ({ ...stop, fibre: 'polyester', eyeFill: 0.6 }));
  return machines.map((id, index) => ({
    id,
    told: { piece: 0, break: 0 },
    machine: new SimulatedMachine({
      ...{ heads, stops, speed: 850, tensionOff: 0, needleStitches: () => 20_000 },
      chance: chance(100 + index).next,
    }),
  }));
}

/** Every machine feeds until then (ms since 1970), each at its own moment; how long a post took goes to `posts`, ms. */
export async function drive(
  address: string,
  made: readonly Fed[],
  until: number,
  posts: number[],
): Promise<void> {
  await Promise.all(
    made.map(async ({ id, machine, told }, index) => {
      await new Promise((next) => setTimeout(next, (index * tickMs) / made.length));
      let due = Date.now();
      while (Date.now() < until) {
        const news = machine.advance((pace * tickMs) / 1000);
        for (const each of news) if (each.event === 'piece' || each.event === 'break') told[each.event]++;
        const began = performance.now();
        if (news.length > 0) await feed(address, id, news);
        posts.push(performance.now() - began);
        due += tickMs;
        await new Promise((next) => setTimeout(next, Math.max(0, due - Date.now())));
      }
    }),
  );
}

function furnish(machineId: string, threadId: string, jobId: string): unknown[] {
  const common = () => ({ id: uuid7(), machineId, at: new Date().toISOString() });
  const needle = {
    system: 'DBxK5',
    sizeMetric: 75,
    point: 'sharp',
    coating: 'plain',
    eye: 'standard',
    blade: 'standard',
  };
  const entries: unknown[] = [{ ...common(), kind: 'job_started', jobId, data: {} }];
  for (let head = 1; head <= heads; head++)
    for (const position of positions)
      entries.push(
        { ...common(), kind: 'needle_fitted', head, position, data: { needle, reason: 'other' } },
        {
          ...common(),
          kind: 'cone_mounted',
          head,
          position,
          data: { threadId, coneId: null, fibre: 'polyester' },
        },
      );
  return entries;
}

/** Sends lines of a machine's feed, said now. Throws when one is refused. */
export async function feed(address: string, id: string, news: readonly object[]): Promise<void> {
  const at = new Date().toISOString();
  const response = await fetch(`${address}/api/machines/${id}/feed`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-ndjson' },
    body: news.map((each) => JSON.stringify({ id: uuid7(), at, ...each })).join('\n'),
  });
  const answer = (await response.json()) as { refused?: unknown[] };
  if (!response.ok || answer.refused!.length > 0) throw new Error(JSON.stringify(answer));
}
