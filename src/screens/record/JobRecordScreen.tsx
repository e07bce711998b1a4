import { WhereSewn } from './WhereSewn.tsx';
import { garmentOf } from '../../core/garment/from-words.ts';
import { garmentText } from '../../core/garment/text.ts';
import { JobPicture } from '../../parts/job/JobPicture.tsx';
import { faults } from '../../core/fault/faults.ts';
import { fieldOf, entrySays, flagsOf, is } from '../../core/ledger/about-kinds.ts';
import { shiftOf } from '../../core/run/shift.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { counted, dayText, durationText, lostText, stopsText, timeText, whole } from '../../parts/text.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import type { Job } from '../../schemas/workshop.ts';

interface JobRecordProps {
  job: Job;
  events: Event[];
}

/** One job on one machine, for the customer's file: what was sewn, with which threads, what went wrong and was done. */
export default function JobRecordScreen({ data, ...rest }: JobRecordProps & { data: FrameData }) {
  return (
    <Frame data={data}>
      <JobRecord {...rest} />
    </Frame>
  );
}

function JobRecord({ job, events }: JobRecordProps) {
  const { data, threads, threadName } = useFrame();
  const { machine, zone } = data;
  const counting = events.filter((event) => !event.void);
  const sum = shiftOf(counting);
  const pieces = counting.filter((event) => flagsOf(event.kind).sews === 'piece');
  const [last, first] = [pieces[0], pieces.at(-1)];
  const people = [...new Set(counting.map((event) => event.operatorId))].flatMap(
    (id) => data.operators.find((operator) => operator.id === id)?.name ?? [],
  );
  const moment = (event: Event) =>
    `${dayText(event.at, zone)} ${new Date(event.at).getUTCFullYear()}, ${timeText(event.at, zone)}`;
  const broken = counting
    .filter((event) => event.kind === 'break')
    .filter((event) => event.data.fault === 'needle_broke');
  const rows: [string, string][] = [
    ['Customer', job.customer || 'not named'],
    ['Cloth', job.cloth || 'not named'],
    ['Garment', garmentText(garmentOf(job).garment) || 'not said'],
    ['Machine', `${machine.name}, ${counted(machine.heads, 'head')}`],
    [
      'Pieces',
      `${whole(sum.pieces)} of ${whole(job.pieces)} finished on this machine${sum.spoiled > 0 ? `, ${whole(sum.spoiled)} spoiled` : ''}, ${whole(sum.stitches)} st`,
    ],
    ['From, to', first && last ? `${moment(first)} to ${moment(last)}` : 'not sewn yet'],
    ['Sewn by', people.join(', ') || 'nobody named'],
    ['Stops', `${stopsText(sum.breaks, sum.falseStops) || 'no break'}, ${lostText(sum.lostMs)} lost`],
    [
      'Broken needles',
      broken.length === 0
        ? 'none'
        : broken
            .map(
              (event) =>
                `${moment(event)}, position ${event.position}: ${event.data.fragments === 'all_found' ? 'all fragments found' : event.data.fragments === 'missing' ? `fragment missing, piece held${releasedText(counting, event.id)}` : 'fragments not said'}`,
            )
            .join('; '),
    ],
  ];
  return (
    <div className="grid max-w-4xl gap-4 p-3 lg:p-4">
      <header className="flex flex-wrap items-center gap-3">
        <JobPicture job={job} className="h-14 w-20" />
        <h1 className="me-auto">Record of {job.name}</h1>
        <button type="button" className="btn no-print" onClick={() => print()}>
          Print this record
        </button>
      </header>
      <dl className="sheet">
        {rows.map(([name, says]) => (
          <div key={name} className="flex gap-4 border-t px-3 py-2 rule first:border-t-0">
            <dt className="w-32 shrink-0 font-bold">{name}</dt>
            <dd className="figures min-w-0">{says}</dd>
          </div>
        ))}
      </dl>
      <section aria-label="Threads" className="sheet p-3">
        <h2>Threads</h2>
        <ol className="grid gap-1 sm:grid-cols-2">
          {job.stops.map((stop) => {
            const thread = threads.get(stop.threadId);
            return (
              <li key={stop.stop} className="figures flex items-center gap-3">
                <span className="w-5 text-end">{stop.stop}</span>
                {thread && <Swatch thread={thread} />}
                <span>
                  {thread ? `${thread.name}, ${thread.weightNo} wt, ${thread.code}` : 'unknown thread'} ·{' '}
                  {stop.element} · {whole(stop.stitches)} st
                </span>
              </li>
            );
          })}
        </ol>
      </section>
      <WhereSewn job={job} events={counting} />
      <section aria-label="What stopped it" className="sheet p-3">
        <h2>What stopped it</h2>
        {sum.losses.length === 0 && <p className="quiet">Nothing.</p>}
        <ul className="figures">
          {sum.losses.map((loss) => (
            <li key={String(loss.what)}>
              {loss.what === null
                ? 'kind not said'
                : loss.what === 'stop'
                  ? 'stopped, no break'
                  : faults[loss.what].says}
              : {loss.count} ×, {durationText(loss.lostMs)}
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="What was done" className="sheet p-3">
        <h2>What was done</h2>
        <ol>
          {counting
            .filter((event) => flagsOf(event.kind).onRecord)
            .slice(0, 60)
            .map((event) => (
              <li key={event.id} className="figures flex gap-4 border-t py-1 text-sm rule first:border-t-0">
                <time className="quiet w-44 shrink-0" dateTime={event.at}>
                  {moment(event)}
                </time>
                <span>
                  {event.position === null ? '' : `position ${event.position}: `}
                  {entrySays(event, threadName)}
                </span>
              </li>
            ))}
        </ol>
        {counting.every((event) => !flagsOf(event.kind).onRecord) && (
          <p className="quiet">Nothing else on record.</p>
        )}
      </section>
      <p className="quiet text-sm">
        From the ledger of {machine.name}: {counted(counting.length, 'entry', 'entries')}. Corrections are in
        it.
      </p>
    </div>
  );
}

/** What became of the piece that was held for a broken needle's fragments. */
function releasedText(events: readonly Event[], breakId: string): string {
  const held = events.find((event) => is(event, 'holds') && fieldOf(event, 'breakId') === breakId);
  const release = held && events.find((event) => fieldOf(event, 'closes') === held.id);
  return release ? `, released: ${String(fieldOf(release, 'why'))}` : ', not released';
}
