import type { Listed } from './listed.ts';
import { useEffect, useMemo, useState } from 'react';
import { deriveChecks } from '../../core/check/derive.ts';
import type { CheckFacts } from '../../core/check/facts.ts';
import { checkGroups, markFrom, markOf, type CheckGroup, type CheckMark } from '../../core/check/item.ts';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import type { MechanicalCheck } from '../../core/trouble/mechanical-checks.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { ShownEvent } from '../../parts/live/view.ts';
import { counted } from '../../parts/text.ts';
import { Item } from './Item.tsx';
import { ThreadRow } from './ThreadRow.tsx';

/** What this machine needs today before this job: short, and each item says why it is there. */
export default function CheckScreen({ data, facts }: { data: FrameData; facts: CheckFacts }) {
  return (
    <Frame data={data}>
      <Check facts={facts} />
    </Frame>
  );
}

function Check({ facts }: { facts: CheckFacts }) {
  const { data, view, job, seating, threads, live, say } = useFrame();
  const { machine, schools } = data;
  const [isBig, setIsBig] = useState(false);
  useEffect(() => setIsBig(localStorage.getItem('vivid.check.big') === 'yes'), []);
  const items = useMemo(
    () =>
      deriveChecks({
        now: data.now,
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
        caseDue: facts.caseDue,
        mechanical: facts.mechanical,
        checkMonths: machine.profile.mechanics.checkMonths,
        breaksRose: facts.breaksRose,
        rising: facts.rising,
      }),
    [data.now, view.seats, machine, schools, job, seating, threads, facts],
  );
  const marks = marksOf(facts, view.events);
  const when = {
    dayStart: facts.dayStart,
    jobId: view.job?.id ?? null,
    jobSince: view.job?.startedAt ?? null,
  };
  const listed: Listed[] = items.map((item) => ({ item, mark: markOf(item, marks, when) as Listed['mark'] }));
  const open = listed.filter((check) => !check.mark).length;

  const act = {
    done: ({ item }: Listed, why?: string) => {
      live.write({
        kind: 'check_done',
        ...(item.position !== null && machine.heads === 1 && { head: 1, position: item.position }),
        jobId: when.jobId,
        data: { item: item.key, says: item.says, state: why ? 'not_done' : 'done', ...(why && { why }) },
      });
      say(why ? `Not done: ${item.says}.` : `${item.says}: done.`);
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
  const inGroup = (group: CheckGroup) => listed.filter((check) => check.item.group === group);
  const rested = inGroup('threads');
  return (
    <div className={isBig ? 'check-big' : ''}>
      <header className="flex flex-wrap items-center gap-3 p-3 lg:px-4">
        <div className="me-auto min-w-0">
          <h1>{open === 0 ? 'All checked' : `${counted(open, 'thing')} to check`}</h1>
          <p className="quiet">
            {job
              ? `${machine.name} today, before ${job.name}`
              : `${machine.name} today; no job is on the machine`}
            {listed.length > open && ` · ${listed.length - open} of ${listed.length} said`}
          </p>
        </div>
        <span className="no-print flex flex-wrap gap-2">
          <button
            type="button"
            className="btn"
            aria-pressed={isBig}
            onClick={() => {
              localStorage.setItem('vivid.check.big', isBig ? 'no' : 'yes');
              setIsBig(!isBig);
            }}
          >
            Big type
          </button>
          <button type="button" className="btn" onClick={() => print()}>
            Print
          </button>
          <a className="btn no-print" href={`/${machine.slug}/cards`}>
            Cards
          </a>
          <a
            className="btn"
            href={`/api/machines/${machine.id}/maintenance.ics`}
            download={`${machine.slug}-maintenance.ics`}
          >
            Calendar
          </a>
        </span>
      </header>
      {rested.length > 0 && <ThreadRow listed={rested} act={act} />}
      <div className="gap-x-6 p-3 lg:columns-2 lg:px-4 print:columns-1">
        {(['bobbin', 'needles', 'oil', 'mechanics', 'job'] as const).map((group) => {
          const own = inGroup(group);
          return (
            own.length > 0 && (
              <section key={group} aria-label={checkGroups[group]} className="mb-4 break-inside-avoid">
                <h2>{checkGroups[group]}</h2>
                <ul className="sheet mt-1">
                  {own.map((check) => (
                    <Item key={check.item.key} listed={check} act={act} />
                  ))}
                </ul>
              </section>
            )
          );
        })}
      </div>
      {!job && (
        <p className="quiet px-3 pb-2 lg:px-4">
          Put a job on the machine, on Run, and its threads, needles, hoop and backing are checked here too.
        </p>
      )}
      <SafetyLine className="mx-3 mb-4 lg:mx-4" />
    </div>
  );
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
