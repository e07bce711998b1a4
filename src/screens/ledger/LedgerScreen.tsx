import { useState } from 'react';
import { kindOf, entrySays } from '../../core/ledger/about-kinds.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { LedgerFaces } from '../../parts/ledger/LedgerFaces.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { getJson } from '../../parts/live/get-json.ts';
import type { ShownEvent } from '../../parts/live/view.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { dayKey, dueText, lostText, timeText } from '../../parts/text.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import { EntryDetails } from './EntryDetails.tsx';
import { Filters, type LedgerFilter } from './Filters.tsx';
import { fits } from './fits.ts';
import { Summary } from './Summary.tsx';

interface LedgerScreenProps {
  data: FrameData;
  events: Event[];
  next: string | null;
  filter: LedgerFilter;
  /** The filter as the endpoints take it. */
  query: string;
  /** Those to choose from: the newest, and those of the entries. */
  jobs: JobName[];
}

interface JobName {
  id: string;
  name: string;
}

/** What happened, newest first; narrowed, corrected, taken away as a file. */
export default function LedgerScreen({ data, ...rest }: LedgerScreenProps) {
  return (
    <Frame data={data}>
      <LedgerFaces slug={data.machine.slug} face="happened" />
      <Ledger {...rest} />
    </Frame>
  );
}

function Ledger({
  events,
  next: firstNext,
  filter,
  query,
  jobs: firstJobs,
}: Omit<LedgerScreenProps, 'data'>) {
  const { data, view } = useFrame();
  const [older, setOlder] = useState<Event[]>([]);
  const [next, setNext] = useState(firstNext);
  const [jobs, setJobs] = useState(firstJobs);
  const [openId, setOpenId] = useState<string | null>(null);
  const [refusal, setRefusal] = useState('');
  const shown = withFresh(
    [...events, ...older],
    view.events.filter((event) => fits(event, filter, data.zone)),
  );

  async function more(): Promise<void> {
    try {
      const page = await getJson<{ items: Event[]; next: string | null }>(
        `/api/ledger?${query}&limit=50&after=${next ?? ''}`,
      );
      const fresh = await jobsNamedBy(page.items, jobs);
      setJobs((kept) => [...kept, ...fresh]);
      setOlder((kept) => [...kept, ...page.items]);
      setNext(page.next);
      setRefusal('');
    } catch {
      setRefusal('The server does not answer. Try again in a moment.');
    }
  }

  return (
    <div className="p-3 lg:p-5">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1>Ledger</h1>
        <div className="flex gap-2">
          <a className="btn" href={`/api/ledger/export?${query}&format=csv`}>
            CSV
          </a>
          <a className="btn" href={`/api/ledger/export?${query}&format=ndjson`}>
            NDJSON
          </a>
        </div>
      </div>
      <Filters filter={filter} jobs={jobs} />
      {(filter.from || filter.to || filter.job) && (
        <Summary key={query} query={query} jobId={filter.job || null} />
      )}
      {shown.length === 0 ? (
        <p className="sheet mt-4 p-6">
          {Object.values(filter).some(Boolean)
            ? 'Nothing on record fits. Widen the choice above.'
            : 'Nothing is on record yet. Breaks, needles and pieces logged on Run appear here by themselves.'}
        </p>
      ) : (
        <Days events={shown} jobs={jobs} openId={openId} setOpenId={setOpenId} />
      )}
      {refusal && <p role="alert">{refusal}</p>}
      {next && (
        <p className="mt-3 text-center">
          <button type="button" className="btn" onClick={() => void more()}>
            Earlier entries
          </button>
        </p>
      )}
    </div>
  );
}

/** The jobs of entries further back, as far as they are not known. */
async function jobsNamedBy(events: readonly Event[], known: readonly JobName[]): Promise<JobName[]> {
  const ids = new Set(events.flatMap((event) => event.jobId ?? []));
  for (const job of known) ids.delete(job.id);
  return Promise.all([...ids].map((id) => getJson<JobName>(`/api/jobs/${id}`)));
}

interface DaysProps {
  events: ShownEvent[];
  jobs: JobName[];
  openId: string | null;
  setOpenId: (id: string | null) => void;
}

function Days({ events, jobs, openId, setOpenId }: DaysProps) {
  const { data } = useFrame();
  const jobNames = new Map(jobs.map((job) => [job.id, job.name]));
  const days = groupByDay(events, data.zone);
  return [...days].map(([day, list]) => (
    <section key={day} className="mt-4" aria-label={dueText(day, dayKey(data.now, data.zone))}>
      <h2 className="mb-1">{dueText(day, dayKey(data.now, data.zone))}</h2>
      <div className="sheet overflow-x-auto">
        <table className="table table-fixed">
          <thead className="sr-only">
            <tr>
              <th>Time</th>
              <th>Position</th>
              <th>Kind</th>
              <th>What</th>
              <th>Job</th>
              <th>Lost</th>
            </tr>
          </thead>
          <colgroup>
            <col className="w-16" />
            <col className="w-14" />
            <col className="w-24" />
            <col />
            <col className="hidden w-44 md:table-column" />
            <col className="w-24" />
          </colgroup>
          <tbody>
            {list.map((event) => (
              <Row
                key={event.id}
                event={event}
                jobs={jobNames}
                open={event.id === openId}
                onOpen={() => setOpenId(event.id === openId ? null : event.id)}
              />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  ));
}

function Row({
  event,
  jobs,
  open,
  onOpen,
}: {
  event: ShownEvent;
  jobs: ReadonlyMap<string, string>;
  open: boolean;
  onOpen: () => void;
}) {
  const { data, threads, threadName } = useFrame();
  const thread = event.kind === 'cone_mounted' ? threads.get(String(event.data['threadId'])) : undefined;
  const place =
    event.position === null
      ? ''
      : data.machine.heads > 1
        ? `${event.head}.${event.position}`
        : String(event.position);
  return (
    <>
      <tr
        className={`${event.void ? 'quiet line-through' : ''} ${open ? 'bg-base-200' : 'hover:bg-base-200'}`}
      >
        <td className="figures">{timeText(event.at, data.zone)}</td>
        <td className="figures text-lg font-bold">{place}</td>
        <td className="figures font-semibold">{kindOf(event.kind).name}</td>
        <td>
          <button
            type="button"
            aria-expanded={open}
            className="flex min-h-8 w-full items-center gap-2 text-start break-words underline-offset-4 hover:underline"
            onClick={onOpen}
          >
            {thread && <Swatch thread={thread} className="size-6" />}
            <span className="min-w-0">
              {entrySays(event, threadName)}
              {event.corrections > 0 && !event.void && <span className="quiet text-sm"> · corrected</span>}
              {event.claimedAt && <span className="quiet text-sm"> · the device’s clock was wrong</span>}
              {event.pending === 'waiting' && <b> · not sent yet</b>}
            </span>
          </button>
        </td>
        <td className="quiet hidden truncate md:table-cell">{jobs.get(event.jobId ?? '') ?? ''}</td>
        <td className="figures text-end">
          {event.lostMs !== null && event.kind !== 'piece_held' ? lostText(event.lostMs) : ''}
        </td>
      </tr>
      {open && (
        <tr className="bg-base-200">
          <td colSpan={6}>
            <EntryDetails event={event} jobs={jobs} />
          </td>
        </tr>
      )}
    </>
  );
}

function groupByDay(events: readonly ShownEvent[], zone: string): Map<string, ShownEvent[]> {
  const days = new Map<string, ShownEvent[]>();
  for (const event of events) {
    const day = dayKey(event.at, zone);
    days.set(day, [...(days.get(day) ?? []), event]);
  }
  return days;
}

/** The pages read so far, with what the live feed has brought since; newest first. */
function withFresh(read: readonly Event[], fresh: readonly ShownEvent[]): ShownEvent[] {
  const oldest = read.at(-1)?.at ?? '';
  const byId = new Map<string, ShownEvent>(read.map((event) => [event.id, event]));
  for (const event of fresh)
    // One that is read already is put right wherever its time lies now.
    if ((event.at >= oldest || byId.has(event.id)) && (byId.get(event.id)?.seq ?? 0) <= event.seq)
      byId.set(event.id, event);
  return [...byId.values()].sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : a.id < b.id ? 1 : -1));
}
