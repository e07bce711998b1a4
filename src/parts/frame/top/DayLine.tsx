import { needleWorn } from '../../../core/needle/life.ts';
import { readingOf } from '../../../core/run/cases-in.ts';
import { stopsToday } from '../../../core/run/today.ts';
import { counted, stopsText } from '../../text.ts';
import { Popover } from './Popover.tsx';
import { useFrame } from '../context.tsx';
import type { ScreenName } from '../../../schemas/frame-data.ts';

/** Navigation in the order of the work; each says what waits there. */
export function DayLine() {
  const { data, view, job, today, ofCase, caseId, threadName } = useFrame();
  const life = data.machine.profile.needleLife;
  const due = view.seats.filter(
    (seat) => seat.needle && (needleWorn(seat.needle.age, life) ?? 0) >= 1,
  ).length;
  const low = data.needleKinds.filter((kind) => kind.onHand !== null && kind.onHand <= kind.reorderAt);
  const bare = view.seats.filter((seat) => !seat.needle).length;
  const { breaks, falseStops } = stopsToday(today);
  const items: DayItem[] = [
    { name: 'jobs', label: 'Jobs', waits: `${data.waitingJobs} waiting` },
    { name: 'pair', label: 'Pair', waits: 'needle, thread, bobbin' },
    {
      name: 'head',
      label: 'Head',
      waits: due ? `${counted(due, 'needle')} due` : bare ? `${bare} without needle` : 'needles good',
    },
    {
      name: 'bench',
      label: 'Bench',
      waits: benchText(readingOf(ofCase, caseId), caseId ? threadName(caseId) : null),
    },
    {
      name: 'check',
      label: 'Check',
      waits: checkText(today.filter(({ kind }) => kind === 'check_done').length),
    },
    { name: 'run', label: 'Run', waits: job?.name ?? 'no job yet' },
    { name: 'ledger', label: 'Ledger', waits: `${stopsText(breaks, falseStops) || 'no break'} today` },
    {
      name: 'stores',
      label: 'Stores',
      waits: low.length
        ? `${low[0]!.text} low${low.length > 1 ? ` +${low.length - 1}` : ''}`
        : 'well stocked',
    },
  ];
  return (
    <nav
      aria-label="Day line"
      className="no-print fixed inset-x-0 bottom-0 z-30 border-t bg-base-200 rule lg:static lg:w-[var(--left-column)] lg:shrink-0 lg:border-t-0 lg:border-e"
    >
      <ul className="flex lg:flex-col lg:pt-5">
        {items.map((item) => (
          <li
            key={item.name}
            className={`min-w-0 flex-1 lg:flex-none ${onPhone.has(item.name) ? '' : 'max-sm:hidden'}`}
          >
            <DayLink {...item} />
            {item.name === 'run' && <TraceLink />}
          </li>
        ))}
        <li className="min-w-0 flex-1 sm:hidden">
          <Popover
            label={
              <>
                <span className="block text-[0.8rem] leading-5 font-semibold">More</span>
                <span className="figures quiet line-clamp-2 text-xs leading-4 font-normal">
                  {items
                    .filter(({ name }) => !onPhone.has(name))
                    .map(({ label: name }) => name)
                    .join(', ')}
                </span>
              </>
            }
            className="block h-auto min-h-14 w-full rounded-none border-0 border-t-4 border-transparent! bg-transparent px-0.5 py-1.5 text-center shadow-none"
          >
            <ul className="sheet absolute end-1 bottom-full z-40 mb-1 w-56 p-1 shadow-md">
              {items
                .filter(({ name }) => !onPhone.has(name))
                .map((item) => (
                  <li key={item.name}>
                    <DayLink {...item} />
                  </li>
                ))}
            </ul>
          </Popover>
        </li>
      </ul>
    </nav>
  );
}

/** What is needed at the machine: on a phone the others are behind “More”, so that no word is cut. */
const onPhone: ReadonlySet<ScreenName> = new Set(['jobs', 'head', 'check', 'run', 'ledger']);

interface DayItem {
  name: ScreenName;
  label: string;
  waits: string;
}

function DayLink({ name, label, waits }: DayItem) {
  const { data } = useFrame();
  return (
    <a
      href={`/${data.machine.slug}/${name}`}
      aria-current={name === data.screen ? 'page' : undefined}
      className="block min-h-14 border-t-4 border-transparent px-0.5 py-1.5 text-center sm:px-2 hover:bg-base-100 aria-[current]:bg-base-100 aria-[current]:[border-color:var(--color-base-content)] lg:border-s-4 lg:border-t-0 lg:px-4 lg:py-2 lg:text-start"
    >
      <span className="block text-[0.8rem] leading-5 font-semibold sm:text-base">{label}</span>
      <span className="figures quiet line-clamp-2 text-xs leading-4 sm:max-lg:line-clamp-1">{waits}</span>
    </a>
  );
}

/** Trace stands under Run, while one is on: it is taken up again from any screen. A phone has it on Run. */
function TraceLink() {
  const { data } = useFrame();
  const [first] = data.openTraces;
  if (!first) return null;
  const more = data.openTraces.length - 1;
  return (
    <a
      href={`/${data.machine.slug}/trace?head=${first.head}&position=${first.position}`}
      className="hidden min-h-11 border-s-4 border-transparent ps-8 pe-2 pb-2 text-sm hover:bg-base-100 lg:block"
    >
      <span className="font-semibold">Trace</span>{' '}
      <span className="quiet">
        position {first.position}
        {more > 0 && ` +${more}`}
      </span>
    </a>
  );
}

/** The case in the head and what it read last; where nobody said which is in, the last one that was read. */
function benchText(reading: ReturnType<typeof readingOf>, inHead: string | null): string {
  if (!reading) return inHead ? `${inHead} not measured` : 'case and block';
  return `${inHead ?? 'case'} read ${Number(reading.data.grams.toFixed(1))} g`;
}

/** How many items were ticked today. */
const checkText = (done: number): string => (done > 0 ? `${done} checked today` : 'before sewing');
