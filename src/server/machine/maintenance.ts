import { millisecondsInDay } from 'date-fns/constants';
import { createEvents, type DateArray, type EventAttributes } from 'ics';
import { upcoming } from '../../core/check/upcoming.ts';
import type { Seat } from '../../core/ledger/head-now.ts';
import { checkFacts } from './check.ts';
import { serverNow } from '../base/clock.ts';
import { headNow } from './head.ts';
import { listJobs } from '../jobs/jobs.ts';
import { machineById } from '../stores/machines.ts';
import { workshop } from '../stores/workshop.ts';

/** A machine's maintenance and the waiting jobs' due days as iCalendar (RFC 5545), a day each. */
export async function maintenanceCalendar(machineId: string): Promise<string> {
  const now = serverNow();
  const machine = await machineById(machineId);
  const [{ schools }, head, jobs] = await Promise.all([
    workshop(),
    headNow(machineId),
    listJobs({ limit: 200 }),
  ]);
  const caseEveryDays = Number(schools.caseEvery);
  const facts = await checkFacts(machineId, { now, dayStart: now, jobSince: null, everyDays: caseEveryDays });
  const due = upcoming({
    now: now.toISOString(),
    upkeep: machine.profile.upkeep,
    barsAt: facts.oil.barsAt,
    caseAt: facts.caseAt,
    caseEveryDays,
    seats: head.seats as Seat[],
    needleLife: machine.profile.needleLife,
  });
  const events = [
    ...due.map((item) =>
      allDay(`${item.key}@${machineId}`, item.at.slice(0, 10), `${machine.name}: ${item.title}`, item.says),
    ),
    ...jobs.items.flatMap((job) =>
      job.due
        ? [allDay(`job-${job.id}`, job.due, `Due: ${job.name}`, `${job.pieces} pieces, ${job.customer}`)]
        : [],
    ),
  ];
  const calendar = (some: EventAttributes[]) =>
    createEvents(some, { productId: 'vivid-eye', calName: `${machine.name}, maintenance` });
  // One that cannot be written is left out: it must not take the others with it.
  const { error, value } = calendar(events.filter((event) => !calendar([event]).error));
  if (error) throw error;
  return value ?? '';
}

function allDay(uid: string, day: string, title: string, description: string): EventAttributes {
  const date = (of: string): DateArray => {
    const [year = 0, month = 1, dayOfMonth = 1] = of.split('-').map(Number);
    return [year, month, dayOfMonth];
  };
  // An end, not a duration: of a whole day the package writes “P1DT”, which RFC 5545 does not allow.
  const next = new Date(Date.parse(day) + millisecondsInDay).toISOString().slice(0, 10);
  return {
    uid,
    start: date(day),
    // Behind the last day that a calendar can write there is none: it ends there itself.
    end: date(/^\d{4}-/.test(next) ? next : day),
    title,
    description,
    busyStatus: 'FREE',
    transp: 'TRANSPARENT',
  };
}
