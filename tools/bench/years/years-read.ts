import { fieldOf } from '../../../src/core/ledger/about-kinds.ts';
import pg from 'pg';
import { startServer } from '../../../scripts/child.ts';
import { freePort } from '../../../scripts/cluster.ts';
import { heron } from '../../demo/world.ts';
import { caseLives, lastOnMachine } from '../../../src/server/machine/bench.ts';
import { listBobbinCases, listBobbinKinds } from '../../../src/server/stores/bobbins.ts';
import { checkFacts } from '../../../src/server/machine/check.ts';
import { dayStart, frameData } from '../../../src/server/machine/frame.ts';
import { headNow, positionStory } from '../../../src/server/machine/head.ts';
import { jobsByIds, listJobs } from '../../../src/server/jobs/jobs.ts';
import { entryHistory, ledgerPage, ledgerRows } from '../../../src/server/ledger/reading/read.ts';
import { maintenanceCalendar } from '../../../src/server/machine/maintenance.ts';
import { listNeedleKinds, sharpsSince } from '../../../src/server/stores/needle-kinds.ts';
import { listCones } from '../../../src/server/stores/threads.ts';
import { workshop } from '../../../src/server/stores/workshop.ts';
import { sewnLately } from '../../../src/server/machine/sewn.ts';
import { handOver, shiftFacts } from '../../../src/server/machine/shift.ts';
import { questionNames } from '../../../src/core/findings/question-names.ts';
import { askedOf, type QuestionScope } from '../../../src/server/findings/question-scope.ts';
import { unauthenticated } from '../../../src/server/people/principals.ts';
import { catchUp } from '../../../src/server/findings/catch-up.ts';
import { circumstancesOf } from '../../../src/server/findings/circumstances.ts';
import { costOf } from '../../../src/server/findings/cost.ts';
import { needlesOf } from '../../../src/server/findings/needles.ts';
import { placesOf, seriesOf } from '../../../src/server/findings/rates.ts';
import * as floor from './floor.ts';
import { findings } from './floor-findings.ts';
import { call, quantile } from '../measure.ts';

const rounds = 200;
const m = heron.id;
/** A page's request, as far as the data is read by it. */
const asked = {
  params: { machine: heron.slug },
  cookies: { get: () => undefined, set: () => undefined },
  locals: { asker: unauthenticated },
};

interface Part {
  name: string;
  app: () => Promise<unknown>;
  /** Rounds: each needs the answers of the one before. */
  floor: floor.Ask[][];
}

/** Every part of a screen's data, by the app and by hand, turn about in one process; then whole pages as a browser asks for them. */
export async function readYears(url: string): Promise<void> {
  const pool = new pg.Pool({ connectionString: url, max: 10, options: '-c jit=off' });
  pool.on('error', () => undefined);
  const began = performance.now();
  await catchUp(m);
  console.log(
    `Counted for Findings, all of it at once: ${((performance.now() - began) / 1000).toFixed(1)} s.\n`,
  );
  const parts = await screens(pool);
  console.log(
    `Each part ${rounds} times, by the app and by hand turn about (times of the answers in this process)\n\n` +
      '| what a screen reads | app p50 | app p95 | by hand p50 | by hand p95 | p50 over by hand |\n|---|---|---|---|---|---|',
  );
  const only = process.argv.find((word) => word.startsWith('--only='))?.slice('--only='.length);
  for (const part of parts) if (!only || part.name.startsWith(only)) await compare(part, pool);
  await pool.end();
  if (!only) await pages(url);
}

async function compare({ name, app, floor: asks }: Part, pool: pg.Pool): Promise<void> {
  const times = { app: [] as number[], hand: [] as number[] };
  for (let round = -15; round < rounds; round++) {
    for (const who of round % 2 === 0 ? (['app', 'hand'] as const) : (['hand', 'app'] as const)) {
      const began = performance.now();
      await (who === 'app' ? app() : floor.askAll(pool, asks));
      if (round >= 0) times[who].push(performance.now() - began);
    }
  }
  const at = (q: number) => [quantile(times.app, q), quantile(times.hand, q)] as const;
  const [mid, high] = [at(0.5), at(0.95)];
  console.log(
    `| ${name} | ${ms(mid[0])} | ${ms(high[0])} | ${ms(mid[1])} | ${ms(high[1])} | ${(mid[0] / mid[1]).toFixed(2)} |`,
  );
}

const ms = (value: number) => `${value.toFixed(1)} ms`;

async function screens(pool: pg.Pool): Promise<Part[]> {
  const now = new Date();
  const today = dayStart(now, 'UTC');
  const head = await headNow(m);
  const job = head.job!;
  const [read] = (await ledgerPage({ machine: m, kind: 'case_measured', limit: 1 })).items;
  const [shift] = (await ledgerPage({ machine: m, kind: 'shift', limit: 1 })).items;
  const [oiled] = (
    await pool.query<{ at: string }>(
      `SELECT at FROM event WHERE machine_id = $1 AND kind = 'check_done' AND data->>'item' = 'oil-bars' ORDER BY at DESC LIMIT 1`,
      [m],
    )
  ).rows;
  const told = await positionStory(m, 1, 9);
  const caseId = String(fieldOf(read!, 'caseId'));
  const [from, to] = [40, 39].map((days) => new Date(+today - days * 86_400_000).toISOString());
  const month = new Date(+now - 28 * 86_400_000).toISOString();
  const facts = { now, dayStart: today, jobSince: job.startedAt, everyDays: 7 };
  const broke = told.breaks[0]!.id;
  // The job with the most pieces: the one on the machine may have only begun.
  const [{ job_id: full }] = (
    await pool.query<{ job_id: string }>('SELECT job_id FROM job_tally ORDER BY pieces DESC LIMIT 1')
  ).rows as [{ job_id: string }];
  const checked = floor.check({
    yesterday: new Date(+today - 86_400_000).toISOString(),
    marks: job.startedAt,
    read: read!.at,
    oiled: oiled!.at,
    caseId,
  });
  const all = async (query: Parameters<typeof ledgerRows>[0]) => {
    for await (const some of ledgerRows(query)) void some;
  };
  return [
    {
      name: 'every screen: head, stores, newest entries',
      app: () => frameData(asked, 'run'),
      floor: [floor.machine, floor.frame(today)],
    },
    { name: 'head now', app: () => headNow(m), floor: [floor.head] },
    { name: 'Run: jobs waiting', app: () => listJobs({ limit: 60 }), floor: [floor.jobsWaiting] },
    {
      name: 'Head: a position’s story',
      app: () => positionStory(m, 1, 9),
      floor: floor.story(told.needles[0]!.at, told.breaks),
    },
    { name: 'Ledger: newest page', app: () => ledgerPage({ machine: m }), floor: [floor.ledger.newest] },
    {
      name: 'Ledger: one position',
      app: () => ledgerPage({ machine: m, position: 9 }),
      floor: [floor.ledger.position],
    },
    {
      name: 'Ledger: kind of break at a position',
      app: () => ledgerPage({ machine: m, position: 9, kind: 'break', fault: 'shred' }),
      floor: [floor.ledger.fault],
    },
    {
      name: 'Ledger: one job',
      app: () => ledgerPage({ machine: m, job: job.id }),
      floor: [floor.ledger.job(job.id)],
    },
    {
      name: 'Ledger: one day',
      app: () => ledgerPage({ machine: m, from, to }),
      floor: [floor.ledger.day(from!, to!)],
    },
    { name: 'Ledger: an entry’s history', app: () => entryHistory(broke), floor: [floor.history(broke)] },
    {
      name: 'Check',
      app: () => checkFacts(m, facts),
      floor: checked,
    },
    {
      name: 'Shift',
      app: () => shiftFacts(m, today, () => today),
      floor: [floor.lastShift, floor.shift(shift!.at)],
    },
    { name: 'Run: hand-over', app: () => handOver(m), floor: [floor.handOver] },
    {
      name: 'Job record',
      app: () => Promise.all([jobsByIds([full]), all({ machine: m, job: full })]),
      floor: [[...floor.jobsById([full]), ...floor.jobRecord(full)]],
    },
    {
      name: 'Bench',
      app: async () => {
        await Promise.all([
          listBobbinCases({ limit: 200 }),
          listBobbinKinds({ limit: 200 }),
          lastOnMachine(m),
          caseLives(),
        ]);
      },
      floor: [floor.bench],
    },
    {
      name: 'Stores',
      app: async () => {
        const { sharpsEmptiedAt } = await workshop();
        await Promise.all([
          listCones({ limit: 200 }),
          listBobbinKinds({ limit: 200 }),
          listBobbinCases({ limit: 200 }),
          sharpsSince(sharpsEmptiedAt),
          listNeedleKinds({ limit: 200 }),
        ]);
      },
      floor: [[{ text: 'SELECT * FROM workshop' }], floor.stores],
    },
    { name: 'Wear: sewn in four weeks', app: () => sewnLately(m, 4), floor: [floor.sewnLately(month)] },
    ...questions(now),
    {
      name: 'Maintenance calendar',
      app: () => maintenanceCalendar(m),
      floor: [[...floor.head, ...floor.jobsWaiting, ...checked[0]!], checked[1]!],
    },
  ];
}

/** Each question of Findings over the year until now. */
function questions(now: Date): Part[] {
  const to = now.toISOString().slice(0, 10);
  const from = new Date(+now - 365 * 86_400_000).toISOString().slice(0, 10);
  const part = (key: keyof typeof findings, of: (given: QuestionScope) => Promise<unknown>): Part => ({
    name: `Findings: ${questionNames[key].name}`,
    app: async () => of(await askedOf(m, {})),
    floor: findings[key](from, to),
  });
  return [
    part('needles', needlesOf),
    part('places', placesOf),
    part('with', circumstancesOf),
    part('changed', seriesOf),
    part('cost', costOf),
  ];
}

async function pages(url: string): Promise<void> {
  const server = await startServer({ url, port: await freePort() });
  console.log('\nWhole pages and the API, one client, 60 requests each\n\n| | p50 | p95 |\n|---|---|---|');
  const head = `/api/machines/${m}/head`;
  const day = new Date(Date.now() - 40 * 86_400_000).toISOString().slice(0, 10);
  const paths = [
    'run',
    'head',
    'head?position=9',
    'ledger',
    `ledger?day=${day}`,
    'check',
    'shift',
    'jobs',
    'bench',
    'pair',
    'stores',
  ];
  for (const path of [
    head,
    `/api/machines/${m}/positions/9`,
    `/api/ledger?machine=${m}`,
    ...paths.map((one) => `/${heron.slug}/${one}`),
  ]) {
    const times: number[] = [];
    for (let round = -8; round < 60; round++) {
      const began = performance.now();
      await call(server.address, 'GET', path);
      if (round >= 0) times.push(performance.now() - began);
    }
    console.log(`| ${path.replace(m, '…')} | ${ms(quantile(times, 0.5))} | ${ms(quantile(times, 0.95))} |`);
  }
  await server.stop();
}
