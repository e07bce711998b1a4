import type { NeedleReason } from '../../core/needle/reasons.ts';
import { needlesOfMachines, outcomes } from '../../core/findings/answers/needle-columns.ts';
import { endedByTrouble } from '../../core/findings/life/trouble.ts';
import { defaultMinutes } from '../../engines/planner/index.ts';
import type { NeedlesData } from '../../schemas/findings.ts';
import { database, rows, rowsUnprepared } from '../base/database.ts';
import { everyItem } from '../ledger/reading/export.ts';
import { listMachines } from '../stores/machines.ts';
import { askedOf, clothOfJob, spanOf, told, type QuestionScope } from './question-scope.ts';

/** The newest needles told at most: more say nothing new of how long they last. */
const mostLives = 20_000;
/** Of so many troubles the newest tell what one costs. */
const mostTroubles = 200;

/** Needles fitted in the days asked for that sewed something, of the jobs asked for. */
const fittedThen = `machine_id = $1 AND fitted_at >= $2 AND fitted_at < $3 AND stitches > 0
  AND ($4::uuid[] IS NULL OR job_id = ANY($4))`;

/** As the database puts them together: one value of each needle in every column, the newest first; null: there is none. */
interface Columns {
  kind: string[] | null;
  /** What it sewed most of. */
  job: (string | null)[];
  thread: (string | null)[];
  head: number[];
  position: number[];
  stitches: number[];
  sewingMs: number[];
  metallicMs: number[];
  reason: (NeedleReason | null)[];
  fault: (string | null)[];
  nextBroke: boolean[];
}

/** Every needle fitted in the days asked for, with how it went; of many the newest `most`. A needle counts to the cloth that it sewed most of. */
export async function needlesOf(asked: QuestionScope, most = mostLives): Promise<NeedlesData> {
  const { machineId, from, to } = asked;
  const [columns, trouble] = await Promise.all([
    columnsOf(asked, most),
    minutesOfTrouble(machineId, from, to),
  ]);
  const { head, position, stitches, sewingMs, metallicMs } = columns;
  const kinds = new Places();
  const cloths = new Places();
  const threads = new Places();
  const kind = (columns.kind ?? []).map((says) => kinds.of(says));
  const cloth = columns.job.map((id) => cloths.of(clothOfJob(asked, id ?? '')));
  const thread = columns.thread.map((id) => threads.of(id ?? ''));
  return {
    ...told(asked),
    lives: {
      ...{ head, position, stitches, sewingMs, metallicMs, kind, cloth, thread },
      went: columns.reason.map((reason, index) =>
        outcomeIndex(reason, columns.fault[index]!, columns.nextBroke[index]!),
      ),
      ...{ kinds: kinds.all, cloths: cloths.all, threads: await threadWords(threads.all) },
      machines: [asked.machine.name],
    },
    costs: { planned: defaultMinutes.needle + defaultMinutes.reeye, trouble },
  };
}

/** The same, of every machine in the same days: as many of each, so that none is told by its newest only. */
export async function needlesOfAll(asked: QuestionScope, cloth: string | undefined): Promise<NeedlesData> {
  const machines = await everyItem((after) => listMachines({ limit: 200, after }));
  const most = Math.ceil(mostLives / machines.length);
  const { from, to } = asked;
  const found = new Map<string, NeedlesData>();
  // One after another: nobody else is to wait for it.
  for (const { id } of machines) {
    const each =
      id === asked.machineId ? asked : await askedOf(id, { from, to, ...(cloth !== undefined && { cloth }) });
    found.set(id, await needlesOf(each, most));
  }
  const { costs } = found.get(asked.machineId)!;
  return { ...told(asked), lives: needlesOfMachines([...found.values()].map(({ lives }) => lives)), costs };
}

/** Words, each named by its place in the list of all. */
class Places {
  readonly all: string[] = [];
  readonly #places = new Map<string, number>();
  of(word: string): number {
    const known = this.#places.get(word);
    if (known !== undefined) return known;
    this.#places.set(word, this.all.push(word) - 1);
    return this.all.length - 1;
  }
}

const outcomeIndex = (reason: NeedleReason | null, fault: string | null, nextBroke: boolean): number =>
  outcomes.indexOf(reason === null ? 'in' : endedByTrouble({ reason, fault, nextBroke }) ? 'trouble' : 'out');

async function columnsOf({ machineId, from, to, jobIds }: QuestionScope, most: number): Promise<Columns> {
  const [found] = await rowsUnprepared<Columns>(
    `SELECT json_agg(needle_kind) AS kind, json_agg(job_id) AS job, json_agg(thread_id) AS thread, json_agg(head) AS head,
       json_agg(position) AS position, json_agg(stitches) AS stitches, json_agg(sewing_ms) AS "sewingMs",
       json_agg(metallic_ms) AS "metallicMs", json_agg(ended_reason) AS reason, json_agg(ended_fault) AS fault,
       json_agg(next_broke) AS "nextBroke"
     FROM (
       SELECT * FROM needle_life
       WHERE ${fittedThen}
       ORDER BY fitted_at DESC, entry_id LIMIT ${most}) life`,
    [machineId, ...spanOf({ from, to }), jobIds],
  );
  const none = { job: [], thread: [], head: [], position: [], stitches: [], sewingMs: [], metallicMs: [] };
  return found?.kind ? found : { ...none, kind: [], reason: [], fault: [], nextBroke: [] };
}

/** What is said of threads by their ids. */
async function threadWords(ids: readonly string[]): Promise<{ says: string; metallic: boolean }[]> {
  const found = await rows<{ id: string; says: string; metallic: boolean }>(
    database(),
    `SELECT id, weight_no::float8 || ' wt' AS says, fibre = 'metallic' AS metallic FROM thread WHERE id = ANY($1::uuid[])`,
    [ids.filter(Boolean)],
  );
  const known = new Map(found.map(({ id, says, metallic }) => [id, { says, metallic }]));
  return ids.map((id) => known.get(id) ?? { says: 'thread not on record', metallic: false });
}

/** How many needles fitted in the days asked for were taken out, and how many of them by trouble of their own. */
export async function changesOf({
  machineId,
  from,
  to,
  jobIds,
}: QuestionScope): Promise<{ out: number; troubled: number }> {
  const found = await rowsUnprepared<{
    ended_reason: NeedleReason;
    ended_fault: string | null;
    next_broke: boolean;
    needles: number;
  }>(
    `SELECT ended_reason, ended_fault, next_broke, count(*)::int8 AS needles FROM needle_life
     WHERE ${fittedThen} AND ended_reason IS NOT NULL
     GROUP BY 1, 2, 3`,
    [machineId, ...spanOf({ from, to }), jobIds],
  );
  const sum = (some: typeof found) => some.reduce((all, { needles }) => all + needles, 0);
  return {
    out: sum(found),
    troubled: sum(
      found.filter(({ ended_reason: reason, ended_fault: fault, next_broke: nextBroke }) =>
        endedByTrouble({ reason, fault, nextBroke }),
      ),
    ),
  };
}

/** How long stops took in which a needle was changed, minutes: the mean of the newest; null: there was none. */
async function minutesOfTrouble(machineId: string, from: string, to: string): Promise<number | null> {
  const [found] = await rowsUnprepared<{ ms: number | null }>(
    `SELECT avg(stopped.lost_ms)::float8 AS ms FROM (
       SELECT head, position, ended_at FROM needle_life
       WHERE machine_id = $1 AND ended_at >= $2 AND ended_at < $3 AND ended_fault IS NOT NULL
       ORDER BY ended_at DESC LIMIT ${mostTroubles}) life
     CROSS JOIN LATERAL (
       SELECT lost_ms FROM event
       WHERE machine_id = $1 AND kind = 'break' AND position = life.position AND head = life.head AND NOT void
         AND at <= life.ended_at AND at >= life.ended_at - interval '12 hours' AND closed_at >= life.ended_at
       ORDER BY at DESC, id DESC LIMIT 1) stopped`,
    [machineId, ...spanOf({ from, to })],
  );
  return typeof found?.ms === 'number' ? found.ms / 60_000 : null;
}
