import type { AstroGlobal } from 'astro';
import { TZDate } from '@date-fns/tz';
import { startOfDay } from 'date-fns';
import { actsLookAt } from '../../core/board/acts.ts';
import { sqlList } from '../../core/ledger/about-kinds.ts';
import { rightsOf } from '../../core/people/roles.ts';
import { kindsOfToday } from '../../core/run/today.ts';
import type { Principal } from '../../schemas/people.ts';
import type { FrameData, ScreenName, Who } from '../../schemas/frame-data.ts';
import { serverNow } from '../base/clock.ts';
import { zoneNamed } from '../base/zone.ts';
import { database, rows } from '../base/database.ts';
import { feedNow } from '../feed/state.ts';
import { newestOfCase } from './bench.ts';
import { headNow } from './head.ts';
import { jobOnMachine } from '../jobs/jobs.ts';
import { keptSeats } from '../jobs/plans.ts';
import { everyItem } from '../ledger/reading/export.ts';
import { ledgerPage } from '../ledger/reading/read.ts';
import { listMachines, machineBySlug } from '../stores/machines.ts';
import { openTraces } from './traces.ts';
import { listBobbinCases } from '../stores/bobbins.ts';
import { listNeedleKinds } from '../stores/needle-kinds.ts';
import { listOperators } from '../stores/operators.ts';
import { batches, listThreads } from '../stores/threads.ts';
import { deviceNames } from '../people/devices.ts';
import { workshop } from '../stores/workshop.ts';

/** What a page's data is read by. */
interface PageRequest {
  params: AstroGlobal['params'];
  cookies: Pick<AstroGlobal['cookies'], 'get' | 'set'>;
  locals: Pick<AstroGlobal['locals'], 'asker'>;
}

/** The device's time zone, as its last page told by cookie; the server's own before that. */
export function zoneOf(cookies: PageRequest['cookies']): string {
  const asked = cookies.get('zone')?.value;
  // One that this server does not know: its own then.
  return (asked && zoneNamed(asked)) || Intl.DateTimeFormat().resolvedOptions().timeZone;
}

/** Who is at this device: whoever signed in; where that is not asked, whoever was picked last. */
export const operatorHere = ({ locals, cookies }: Pick<PageRequest, 'locals' | 'cookies'>): string | null =>
  locals.asker.asked ? (locals.asker.person?.id ?? null) : (cookies.get('operator')?.value ?? null);

/** What a page (of a machine, where one is named) is told of who asks. A device that is another machine's only looks on. */
export function whoIsHere({ asked, role, device, machineId: its }: Principal, machineId?: string): Who {
  const looksOn = its !== null && machineId !== undefined && its !== machineId;
  return { asked, device, looksOn, rights: rightsOf(looksOn ? 'display' : role, asked) };
}

/** Midnight at the beginning of the day of `now` in `zone`. */
export function dayStart(now: Date, zone: string): Date {
  return new Date(startOfDay(new TZDate(now, zone)).getTime());
}

/** Reads what a machine's screens are drawn from, or null when there is no such machine. */
export async function frameData(astro: PageRequest, screen: ScreenName): Promise<FrameData | null> {
  const machine = await machineBySlug(astro.params['machine'] ?? '');
  if (!machine) return null;
  const now = serverNow();
  const zone = zoneOf(astro.cookies);
  const all = <Item>(
    list: (query: { limit: number; after?: string }) => Promise<{ items: Item[]; next: string | null }>,
  ) => everyItem((after) => list({ limit: 200, after }));
  const [
    machines,
    operators,
    threads,
    needleKinds,
    cones,
    { schools, letters, simulators },
    head,
    events,
    waitingJobs,
    today,
    feed,
    onMachine,
    planSeats,
    traces,
    devices,
    cases,
    ofCase,
  ] = await Promise.all([
    all(listMachines),
    all(listOperators),
    all(listThreads),
    all(listNeedleKinds),
    batches(),
    workshop(),
    headNow(machine.id),
    ledgerPage({ machine: machine.id, limit: actsLookAt }),
    countWaitingJobs(),
    countedSince(machine.id, dayStart(now, zone)),
    feedNow(machine.id),
    jobOnMachine(machine.id),
    keptSeats(machine.id),
    openTraces(machine.id),
    deviceNames(),
    all(listBobbinCases),
    newestOfCase(machine.id),
  ]);
  astro.cookies.set('machine', machine.slug, { path: '/', maxAge: 31_536_000, sameSite: 'lax' });
  const operatorId = operatorHere(astro);
  return {
    screen,
    machine,
    machines: machines.map(({ slug, name }) => ({ slug, name })),
    operators,
    operatorId: operators.some((operator) => operator.id === operatorId) ? operatorId : null,
    who: whoIsHere(astro.locals.asker, machine.id),
    devices,
    threads,
    needleKinds,
    cones,
    cases: cases.map(({ id, name, retired }) => ({ id, name, retired: Boolean(retired) })),
    ofCase,
    schools,
    letters,
    simulators,
    head,
    events: events.items,
    feed,
    planSeats,
    // Put on between the two readings: then asked for once more.
    ...(await jobOf(machine.id, head.job?.id ?? null, onMachine)),
    waitingJobs,
    today,
    openTraces: traces,
    zone,
    now: now.toISOString(),
  };
}

async function jobOf(
  machineId: string,
  jobId: string | null,
  first: Awaited<ReturnType<typeof jobOnMachine>>,
): Promise<Pick<FrameData, 'job' | 'jobAsOf'>> {
  const found = first.job?.id === (jobId ?? undefined) ? first : await jobOnMachine(machineId);
  return { job: jobId === null ? null : found.job, jobAsOf: found.asOf };
}

async function countWaitingJobs(): Promise<number> {
  const [row] = await rows<{ count: number }>(
    database(),
    'SELECT count(*) AS count FROM job WHERE done_at IS NULL',
  );
  return row?.count ?? 0;
}

async function countedSince(machineId: string, since: Date): Promise<FrameData['today']> {
  return rows(
    database(),
    `SELECT id, kind, at, head, position, fault FROM event
     WHERE machine_id = $1 AND kind IN (${sqlList(kindsOfToday)}) AND at >= $2 AND NOT void`,
    [machineId, since],
  );
}
