import { useMemo } from 'react';
import type { CheckRequest } from '../../core/check/request.ts';
import { deriveChecks } from '../../core/check/derive.ts';
import type { CheckFacts } from '../../core/check/facts.ts';
import { markFrom, markOf, type CheckMark } from '../../core/check/item.ts';
import type { MechanicalCheck } from '../../core/trouble/mechanical-checks.ts';
import { readingOf } from '../../core/run/cases-in.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { Written } from '../../parts/live/machine-live.ts';
import type { ShownEvent } from '../../parts/live/view.ts';
import { needleEntries } from '../../core/ledger/deed.ts';
import type { Listed, NeedleFitted } from './listed.ts';

/** The list with what was said of each item, and what can be said. */
export function useChecks(facts: CheckFacts) {
  const { data, view, job, seating, threads, caseId } = useFrame();
  const { machine, schools } = data;
  const asked = useMemo(() => askedNow(facts, view.events), [facts, view.events]);
  // A reading of the case that is in, come since: nothing asks for one any more.
  const read = readingOf(view.events, caseId);
  const isMeasured = read !== null && read.at > (facts.caseAt ?? '');
  const items = useMemo(
    () =>
      deriveChecks({
        now: data.now,
        machineId: machine.id,
        seats: view.seats,
        needleLife: machine.profile.needleLife,
        upkeep: machine.profile.upkeep,
        schools,
        job,
        running: seating.running,
        plan: seating.plan,
        today: seating.today,
        threads,
        sewedLately: new Set(facts.sewedLately),
        oil: facts.oil,
        caseDue: isMeasured ? [] : facts.caseDue,
        casesIn: facts.casesIn,
        mechanical: facts.mechanical,
        checkMonths: machine.profile.mechanics.checkMonths,
        breaksRose: isMeasured ? null : facts.breaksRose,
        rising: facts.rising,
        asked,
      }),
    [data.now, view.seats, machine, schools, job, seating, threads, facts, asked, isMeasured],
  );
  const marks = marksOf(facts, view.events);
  const when = {
    dayStart: facts.dayStart,
    jobId: view.job?.id ?? null,
    jobSince: view.job?.startedAt ?? null,
  };
  const listed: Listed[] = items.map((item) => ({ item, mark: markOf(item, marks, when) as Listed['mark'] }));
  return { listed, act: useActs(when.jobId) };
}

/** What can be said of an item: each is an entry of the ledger. */
function useActs(jobId: string | null) {
  const { data, live, say } = useFrame();
  const { machine } = data;
  const entryOf = ({ item }: Listed, why?: string): Written => ({
    kind: 'check_done',
    ...(item.position !== null && machine.heads === 1 && { head: 1, position: item.position }),
    jobId,
    data: { item: item.key, says: item.says, state: why ? 'not_done' : 'done', ...(why && { why }) },
  });
  const act = {
    done: (listed: Listed, why?: string) => {
      live.write(entryOf(listed, why));
      const { says } = listed.item;
      say(why ? `Not done: ${says}.` : `${says}: done.`);
    },
    allDone: (listed: readonly Listed[], fits: readonly NeedleFitted[]) => {
      live.write(
        ...listed.map((one) => entryOf(one)),
        ...fits.flatMap(({ deed, needle }) => needleEntries(deed, needle)),
      );
      const fitted = fits.map(({ deed }) => deed.position).join(', ');
      say(`${listed.length + fits.length} done${fitted && `; new needles at ${fitted}`}.`);
    },
    found: (check: Listed, mechanical: MechanicalCheck, finding: string) => {
      const seat = machine.heads === 1 && check.item.position !== null;
      live.write({
        kind: 'mechanical_found',
        ...(seat && { head: 1, position: check.item.position }),
        data: { check: mechanical, finding },
      });
      act.done(check);
    },
    open: ({ item, mark }: Listed) => {
      live.write({ kind: 'correction', corrects: mark!.id, data: { void: true } });
      say(`${item.says}: open again.`);
    },
  };
  return act;
}

/** What was asked for as the page was told, and what was asked for or taken back since. */
function askedNow(facts: CheckFacts, events: readonly ShownEvent[]): CheckRequest[] {
  const byId = new Map(facts.asked.map((asked) => [asked.id, asked]));
  for (const event of [...events].reverse()) {
    if (event.kind !== 'check_asked') continue;
    const { id, at, head, position, data } = event;
    if (event.void) byId.delete(id);
    else if (byId.has(id) || at >= facts.dayStart) byId.set(id, { id, at, head, position, says: data.says });
  }
  return [...byId.values()];
}

/** Marks told with the page, and those written or taken back since. */
function marksOf(facts: CheckFacts, events: readonly ShownEvent[]): (CheckMark & { id: string })[] {
  const byId = new Map(facts.marks.map((mark) => [mark.id, mark]));
  for (const event of events) {
    if (event.kind !== 'check_done') continue;
    if (event.void) byId.delete(event.id);
    else byId.set(event.id, markFrom(event));
  }
  return [...byId.values()];
}
