import { useEffect, useState } from 'react';
import type { CheckFacts } from '../../core/check/facts.ts';
import { keysOf } from '../../core/base/keys.ts';
import { checkGroups, type CheckGroup } from '../../core/check/item.ts';
import { needleText } from '../../core/needle/label.ts';
import { SafetyLine } from '../../parts/SafetyLine.tsx';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { counted } from '../../parts/text.ts';
import { AskFor } from './AskFor.tsx';
import { Item, type CheckActs } from './Item.tsx';
import type { Listed } from './listed.ts';
import { ThreadRow } from './ThreadRow.tsx';
import { useChecks } from './useChecks.ts';

/** What this machine needs today before this job: short, and each item says why it is there. */
export default function CheckScreen({ data, facts }: { data: FrameData; facts: CheckFacts }) {
  return (
    <Frame data={data}>
      <Check facts={facts} />
    </Frame>
  );
}

function Check({ facts }: { facts: CheckFacts }) {
  const { data, job } = useFrame();
  const { machine } = data;
  const [isBig, setIsBig] = useState(false);
  useEffect(() => setIsBig(localStorage.getItem('vivid.check.big') === 'yes'), []);
  const { listed, act } = useChecks(facts);
  const open = listed.filter((check) => !check.mark).length;
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
            {listed.length > open && ` · ${listed.length - open} of ${listed.length} answered`}
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
        {inColumns.map((group) => {
          const own = inGroup(group);
          return (
            own.length > 0 && (
              <section key={group} aria-label={checkGroups[group]} className="mb-4 break-inside-avoid">
                <span className="flex min-h-11 items-center justify-between gap-3">
                  <h2>{checkGroups[group]}</h2>
                  <AllOf listed={own} act={act} />
                </span>
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
      <AskFor />
      {!job && (
        <p className="quiet px-3 pb-2 lg:px-4">
          Put a job on the machine, on Run, and its threads, needles, hoop and backing are checked here too.
        </p>
      )}
      <SafetyLine className="mx-3 mb-4 lg:mx-4" />
    </div>
  );
}

/** A block ticked in one touch: what a tick alone says, and needles that its items name, after the one question whether they were fitted. */
function AllOf({ listed, act }: { listed: readonly Listed[]; act: CheckActs }) {
  const [isAsked, setIsAsked] = useState(false);
  const open = listed.filter(({ item, mark }) => !mark && !item.mechanical);
  const ticks = open.filter(({ item }) => !item.deed);
  const fits = open.flatMap(({ item: { deed } }) =>
    deed?.does === 'needle' && deed.needle ? [{ deed, needle: deed.needle }] : [],
  );
  const count = ticks.length + fits.length;
  if (count < 2) return null;
  const all = () => {
    act.allDone(ticks, fits);
    setIsAsked(false);
  };
  if (!isAsked)
    return (
      <button
        type="button"
        className="btn no-print"
        onClick={() => (fits.length > 0 ? setIsAsked(true) : all())}
      >
        All {count} done
      </button>
    );
  return (
    <span className="no-print flex flex-wrap items-center justify-end gap-2">
      <b className="text-sm">
        Fitted: {fits.map(({ deed, needle }) => `${needleText(needle)} at ${deed.position}`).join(', ')}?
      </b>
      <button type="button" className="btn btn-primary" onClick={all}>
        Yes, all {count}
      </button>
      <button
        type="button"
        className="btn"
        onClick={() => {
          if (ticks.length > 0) act.allDone(ticks, []);
          setIsAsked(false);
        }}
      >
        Not the needles
      </button>
    </span>
  );
}

const isFirst = (group: CheckGroup) => group === 'asked' || group === 'watch';

/** Groups below the threads: what was asked for and what rose first. */
const inColumns = keysOf(checkGroups)
  .filter((group) => group !== 'threads')
  .sort((a, b) => Number(isFirst(b)) - Number(isFirst(a)));
