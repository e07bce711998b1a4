import { expect, test, type Browser, type Page } from '@playwright/test';
import { v7 as uuid7 } from 'uuid';
import { chance } from '../../src/core/base/chance.ts';
import type { Machine } from '../../src/schemas/workshop.ts';
import { allThreads, awake, eventsOf, newMachine, position, post } from './support.ts';

/** A workshop of its own: others put jobs and machines into the shared one, of which open pages are not told. */
test.use({ baseURL: process.env['VIVID_DAY_URL'] });

/**
 * How long a day is, and which: `VIVID_DEEDS=400 VIVID_DAY=7 ./test e2e agree` looks after each of 400 deeds. Left out, some deeds of each kind are done,
 * and looked at a few at a time.
 */
const deeds = Number(process.env['VIVID_DEEDS'] ?? 12);
const lookEvery = process.env['VIVID_DEEDS'] ? 1 : 6;
const seed = Number(process.env['VIVID_DAY'] ?? 1);

/**
 * What a page says: its text, its fields' values, and the names that only a screen reader hears. Left out is what says the time that passes, what hangs on this
 * page alone (the last thing done here; that a plan was made anew since it was printed), and what a chart measures its letters with.
 */
const saysOf = (page: Page) =>
  page.evaluate(() => {
    const isOut = (line: string) =>
      /^\d+:\d\d(:\d\d)?$|^stands |^~?\d\d:\d\d$|^done ~|^for \d|Re-planned:|^As the head is now|since \d+ \w+ \d\d:\d\d$/.test(
        line,
      );
    const fields = [...document.querySelectorAll<HTMLInputElement>('input, select, textarea')]
      .filter((field) => field.offsetParent)
      .map((field) => `${field.labels?.[0]?.innerText ?? field.ariaLabel ?? ''} = ${field.value}`);
    const named = [...document.querySelectorAll('main [aria-label]')].map((each) => each.ariaLabel ?? '');
    const lines = [...document.querySelectorAll<HTMLElement>('header, main, nav')].flatMap((part) =>
      part.innerText.split('\n').map((line) => line.trim()),
    );
    return [...lines, ...fields, ...named].filter((line) => line !== '' && !isOut(line)).sort();
  });

/** What is in one list and not in the other, each as often as it is. */
function apart(open: readonly string[], fresh: readonly string[]): string[] {
  const more = new Map<string, number>();
  for (const line of fresh) more.set(line, (more.get(line) ?? 0) + 1);
  for (const line of open) more.set(line, (more.get(line) ?? 0) - 1);
  return [...more]
    .filter(([, count]) => count !== 0)
    .map(([line, count]) => `${count > 0 ? 'fresh' : 'open'}: ${line}`);
}

/** One open page of a device of its own, and a second one in which the same is loaded afresh. */
async function opened(browser: Browser, path: string) {
  const context = await browser.newContext();
  const [page, second] = [await context.newPage(), await context.newPage()];
  await page.goto(path);
  await awake(page);
  return {
    path,
    page,
    /** Waits until the page says what a fresh one does; what still differs when it never does. */
    async differs(): Promise<string[]> {
      let left: string[] = [];
      for (let time = 0; time < 8; time++) {
        await second.goto(path);
        await awake(second);
        await second.waitForTimeout(300 + 300 * time);
        left = apart(await saysOf(page), await saysOf(second));
        if (left.length === 0) break;
      }
      return left;
    },
    close: () => context.close(),
  };
}
type Opened = Awaited<ReturnType<typeof opened>>;

const needle = {
  system: 'DBxK5',
  point: 'sharp',
  coating: 'plain',
  eye: 'standard',
  blade: 'standard',
} as const;

/** What may be done in a day, drawn by chance; each gives entries as another device would send them. */
function deedsOf(
  machine: Machine & { jobId: string },
  other: string,
  whiteId: string,
  luck: ReturnType<typeof chance>,
) {
  const job = { now: machine.jobId };
  let open: { id: string; kind: string } | null = null;
  const breaks: string[] = [];
  const entry = (kind: string, data: object, rest: object = {}) => ({
    ...{ id: uuid7(), machineId: machine.id, at: new Date().toISOString(), kind, jobId: job.now, data },
    ...rest,
  });
  const seat = () => ({ head: 1, position: luck.pick([3, 7, 9]) });
  const stops = [
    { stop: 1, position: 3, stitches: 3000 },
    { stop: 2, position: 7, stitches: 1000 },
  ];
  const sewn = { heads: [1], speed: 800 };
  const stopped = (made: ReturnType<typeof entry>) => {
    open = made;
    if (made.kind === 'break') breaks.push(made.id);
    return [made];
  };
  /** By a tablet that was offline: it comes minutes late. */
  const late = () => ({ at: new Date(Date.now() - luck.between(60_000, 600_000)).toISOString() });
  const kinds: Record<string, () => object[]> = {
    break: () =>
      stopped(entry('break', { fault: luck.pick([null, 'snap', 'shred', 'bobbin_out'] as const) }, seat())),
    'false stop': () => stopped(entry('break', { fault: 'false_stop' }, seat())),
    stop: () => stopped(entry('stop', { why: 'stopped' })),
    'sewing again': () => {
      const [closes, made] = [open?.id, []];
      open = null;
      return closes ? [entry('sewing_again', { closes })] : made;
    },
    piece: () => [entry('piece_finished', { ...sewn, stops })],
    'a piece, late': () => [entry('piece_finished', { ...sewn, stops }, late())],
    'part of a piece': () => [
      entry('part_sewn', {
        ...sewn,
        stops: stops.slice(0, 1),
        outcome: luck.pick(['paused', 'spoiled'] as const),
      }),
    ],
    needle: () => [
      entry(
        'needle_fitted',
        {
          needle: { ...needle, sizeMetric: luck.pick([75, 80] as const) },
          reason: luck.pick(['worn', 'broke'] as const),
        },
        seat(),
      ),
    ],
    cone: () => [
      entry(
        'cone_mounted',
        { threadId: whiteId, coneId: null, fibre: 'polyester' },
        { head: 1, position: luck.pick([3, 9]) },
      ),
    ],
    'break named': () => {
      const corrects = breaks.at(-1);
      return corrects
        ? [
            entry(
              'correction',
              { data: { fault: luck.pick(['shred', 'snap', 'false_stop'] as const) } },
              { corrects },
            ),
          ]
        : [];
    },
    'break taken back': () => {
      const corrects = breaks.pop();
      return corrects ? [entry('correction', { void: luck.next() < 0.8 }, { corrects })] : [];
    },
    note: () => [entry('note', { text: `note ${Math.round(luck.between(1, 99))}` })],
    'to check': () => [entry('check_asked', { says: 'Look at the belt' })],
    oiled: () => [
      entry('check_done', {
        item: 'oil-hook',
        says: 'Oil',
        state: luck.pick(['done', 'not_done'] as const),
        why: 'no oil',
      }),
    ],
    trace: () => [entry('trace_opened', { seen: null, scope: null, since: null, struck: [] }, seat())],
    shift: () => [entry('shift', { is: luck.pick(['begun', 'ended'] as const) })],
    'stop moved': () => [entry('stop_moved', { stop: 1, position: luck.pick([3, 9]) })],
    'another job': () => {
      job.now = job.now === other ? machine.jobId : other;
      return [entry('job_started', {})];
    },
    'somebody on it': () => [entry('on_it', {})],
  };
  const names = Object.keys(kinds);
  return () => {
    const name = luck.pick([...names, 'piece', 'break', 'sewing again', 'sewing again']);
    return { name, entries: kinds[name]!() };
  };
}

/** What several pages say of the first job, by number and page; undefined: that page says nothing of it now. */
async function numbersOf(pages: Record<string, Opened>, jobName: string) {
  const text = async (name: string) =>
    (await pages[name]!.page.locator('main').innerText()).replace(/\s+/g, ' ');
  const of = (all: string, shape: RegExp) => shape.exec(all)?.[1];
  const quoted = jobName.replace(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`);
  const [jobs, job, record, run, board] = await Promise.all(
    ['jobs', 'job', 'record', 'run', 'board'].map(text),
  );
  const isOn = run!.includes(jobName);
  return {
    pieces: {
      jobs: of(jobs!, new RegExp(String.raw`${quoted}.*?(\d+) of 5`)),
      job: of(job!, /(\d+) of 5 pieces/),
      record: of(record!, /(\d+) of 5 finished on this machine/),
      run: isOn ? of(run!, /(\d+) of 5 pieces finished/) : undefined,
      board: of(board!, new RegExp(String.raw`(\d+) of 5 ${quoted}`)),
    },
    breaks: { job: of(job!, /(\d+) breaks?\b/), record: of(record!, /Stops (\d+) breaks?\b/) },
    lost: { job: of(job!, /([\d.]+) min lost/), record: of(record!, /breaks?, ([\d.]+) min lost/) },
  };
}

test('a day drawn by chance: after each deed every open page says what a fresh load says, and pages count alike', async ({
  browser,
  request,
  page: hurried,
}) => {
  test.setTimeout(120_000 + deeds * 40_000);
  const luck = chance(seed);
  const jobName = `Day ${uuid7()}`;
  const machine = await newMachine(request, { jobName, due: '2020-01-01' });
  const second = await newMachine(request);
  const [white] = (await allThreads(request)).filter(({ code }) => code === 'WH40');
  const draw = deedsOf(machine, second.jobId, white!.id, luck);
  const base = `/${machine.slug}`;
  const paths = {
    run: `${base}/run`,
    plan: `${base}/head`,
    position: `${base}/head?position=7`,
    jobs: `${base}/jobs`,
    job: `${base}/jobs/${machine.jobId}`,
    bench: `${base}/bench`,
    check: `${base}/check`,
    ledger: `${base}/ledger`,
    findings: `${base}/ledger/findings?q=places`,
    shift: `${base}/shift`,
    stores: `${base}/stores`,
    trace: `${base}/trace`,
    pair: `${base}/pair`,
    record: `${base}/job-record/${machine.jobId}`,
    board: '/board',
  };
  const pages = Object.fromEntries(
    await Promise.all(
      Object.entries(paths).map(async ([name, path]) => [name, await opened(browser, path)] as const),
    ),
  ) as Record<keyof typeof paths, Opened>;
  await hurried.goto(paths.run);
  await awake(hurried);

  const done: string[] = [];
  for (let time = 1; time <= deeds; time++) {
    let name: string;
    if (luck.next() < 0.15) {
      // A touch that trembles is one break; a page that is loaded again or gone back from loses nothing.
      name = luck.pick(['doubled touch', 'reload', 'back'] as const);
      if (name === 'doubled touch') await position(hurried, 7).dblclick();
      else if (name === 'reload') await hurried.reload();
      else {
        await hurried.goto(paths.jobs);
        await hurried.goBack();
      }
      await awake(hurried);
    } else {
      const deed = draw();
      name = deed.name;
      if (deed.entries.length > 0) await post(request, '/api/ledger', { entries: deed.entries });
    }
    done.push(name);
    if (time % lookEvery > 0) continue;
    const after = `${time}. ${done.splice(0).join(', ')}`;
    const told = await Promise.all(
      Object.entries(pages).map(async ([page, each]) =>
        (await each.differs()).map((line) => `${page}: ${line}`),
      ),
    );
    expect.soft(told.flat(), after).toEqual([]);
    for (const [what, by] of Object.entries(await numbersOf(pages, jobName))) {
      const said = new Set(Object.values(by).filter((each) => each !== undefined));
      expect.soft(said.size, `${after}: ${what} ${JSON.stringify(by)}`).toBeLessThan(2);
    }
  }
  const finished = (await eventsOf(request, machine, '&kind=piece_finished')).filter(
    (event) => !event.void && event.jobId === machine.jobId,
  );
  expect((await numbersOf(pages, jobName)).pieces.jobs).toBe(String(finished.length));
  await Promise.all(Object.values(pages).map((each) => each.close()));
});
