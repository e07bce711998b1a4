import { counting, fieldOf } from '../../core/ledger/about-kinds.ts';
import { useMemo, useState } from 'react';
import { railOrder } from '../../core/head/rail-order.ts';
import { faults } from '../../core/fault/faults.ts';
import { needleWorn } from '../../core/needle/life.ts';
import { lifeInWords } from '../../core/needle/life-words.ts';
import { shiftOf, type Shift } from '../../core/run/shift.ts';
import { EarlierShifts, type EarlierShift } from './EarlierShifts.tsx';
import { useUnsaved } from '../../parts/useUnsaved.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import {
  counted,
  stopsText,
  durationText,
  lostText,
  momentText,
  whole,
  stitchesText,
} from '../../parts/text.ts';
import type { Event } from '../../schemas/ledger/event.ts';
import type { Job } from '../../schemas/workshop.ts';

interface ShiftScreenProps {
  data: FrameData;
  facts: {
    from: string;
    isBegun: boolean;
    events: Event[];
    note: { text: string; at: string; operatorId: string | null } | null;
    to: string | null;
    earlier: EarlierShift[];
  };
  jobs: Job[];
}

/** What this shift came to, what is to do before the next, and the note for whoever comes. */
export default function ShiftScreen({ data, ...rest }: ShiftScreenProps) {
  return (
    <Frame data={data}>
      <ShiftPage {...rest} />
    </Frame>
  );
}

function ShiftPage({ facts, jobs }: Omit<ShiftScreenProps, 'data'>) {
  const { data, view, live, say, operatorId } = useFrame();
  const [note, setNote] = useState('');
  useUnsaved(note.trim() !== '');
  const lastShift = view.events.find(counting('shift'));
  const isBegun = lastShift ? lastShift.data.is === 'begun' : facts.isBegun;
  const isOver = facts.to !== null;
  const from = !isOver && lastShift && lastShift.at > facts.from ? lastShift.at : facts.from;
  const shift = useMemo(() => {
    const byId = new Map(facts.events.map((event) => [event.id, event]));
    if (!isOver) for (const event of view.events) byId.set(event.id, event);
    return shiftOf([...byId.values()].filter((event) => event.at >= from));
  }, [facts.events, view.events, from, isOver]);
  const nameOf = (id: string | null) => jobs.find((job) => job.id === id)?.name ?? 'no job';
  const who = (id: string | null) =>
    data.operators.find((operator) => operator.id === id)?.name ?? 'whoever was here';
  const change = (is: 'begun' | 'ended') => {
    live.write({ kind: 'shift', data: { is, ...(note.trim() && { note: note.trim() }) } });
    say(is === 'begun' ? 'Shift begun.' : 'Shift ended; the note waits for the next.');
    setNote('');
  };
  return (
    <div className="grid gap-4 p-3 lg:p-4">
      <header className="flex flex-wrap items-center gap-3">
        <div className="me-auto">
          <h1>
            Shift: {counted(shift.pieces, 'piece')}, {stopsText(shift.breaks, shift.falseStops) || 'no break'}
            , {lostText(shift.lostMs)} lost
          </h1>
          <p className="quiet">
            {data.machine.name},{' '}
            {facts.to === null
              ? `since ${momentText(from, data.zone, data.now)}${isBegun ? '' : ', no shift begun by hand'}`
              : `${momentText(from, data.zone, data.now)} to ${momentText(facts.to, data.zone, data.now)}, over`}{' '}
            · {whole(shift.stitches)} st
            {shift.needles > 0 && ` · ${counted(shift.needles, 'needle')}`}
            {shift.cones > 0 && ` · ${counted(shift.cones, 'cone')}`}
            {shift.spoiled > 0 && ` · ${counted(shift.spoiled, 'piece')} spoiled`}
            {shift.held > 0 && ` · ${counted(shift.held, 'piece')} put on hold`}
          </p>
        </div>
        <span className="no-print flex gap-2">
          <button type="button" className="btn" onClick={() => print()}>
            Print
          </button>
          <a className="btn" href={`/${data.machine.slug}/run`}>
            Back to Run
          </a>
        </span>
      </header>
      {facts.note && (
        <section
          aria-label="From the shift before"
          className="sheet border-s-4 p-3 [border-inline-start-color:var(--color-base-content)]"
        >
          <h2>From the shift before</h2>
          <p className="whitespace-pre-wrap">{facts.note.text}</p>
          <p className="quiet text-sm">
            {who(facts.note.operatorId)}, {momentText(facts.note.at, data.zone, data.now)}
          </p>
        </section>
      )}
      <BySeat shift={shift} />
      <div className="grid items-start gap-4 lg:grid-cols-2">
        <Jobs shift={shift} nameOf={nameOf} />
        <Losses shift={shift} />
        {!isOver && <BeforeTomorrow />}
        {!isOver && (
          <section aria-label="Hand over" className="sheet no-print p-3">
            <h2>Hand over</h2>
            <label className="mt-1 block text-sm font-semibold">
              Note for whoever comes next
              <textarea
                className="textarea mt-1 min-h-24 w-full"
                maxLength={2000}
                value={note}
                onChange={(change2) => setNote(change2.target.value)}
              />
            </label>
            <div className="mt-2 flex flex-wrap gap-2">
              <button type="button" className="btn btn-primary h-16" onClick={() => change('ended')}>
                End the shift
              </button>
              <button type="button" className="btn h-16" onClick={() => change('begun')}>
                Begin a shift
              </button>
            </div>
            {!operatorId && (
              <p className="quiet mt-2 text-sm">Say who you are, at the top, and the note bears your name.</p>
            )}
          </section>
        )}
        <EarlierShifts shifts={facts.earlier} shown={facts.to} who={who} />
      </div>
    </div>
  );
}

/** Breaks and stitches by position, under the rail. */
function BySeat({ shift }: { shift: Shift }) {
  const { data, headNo } = useFrame();
  const order = railOrder(data.machine.positions, data.machine.numberingSide);
  return (
    <section aria-label="By position" tabIndex={0} className="-mx-3 overflow-x-auto lg:-mx-4">
      <table className="w-full">
        <caption className="px-3 text-start text-xl font-bold lg:px-4">
          By position{data.machine.heads > 1 ? `, head ${headNo}` : ''}: breaks, minutes lost, thousand
          stitches
        </caption>
        <tbody>
          <tr className="weave-grid">
            {order.map((position) => {
              const seat = shift.seats.find(
                (candidate) => candidate.head === headNo && candidate.position === position,
              );
              return (
                <td key={position} className="figures grid justify-items-center border-t py-1 rule">
                  <b className="text-2xl leading-8">{seat?.breaks || <span className="quiet">0</span>}</b>
                  <span className="text-sm">{seat?.lostMs ? lostText(seat.lostMs) : '–'}</span>
                  <span className="quiet text-sm">{seat ? (seat.stitches / 1000).toFixed(1) : '0'} k</span>
                </td>
              );
            })}
          </tr>
        </tbody>
      </table>
    </section>
  );
}

function Jobs({ shift, nameOf }: { shift: Shift; nameOf: (id: string | null) => string }) {
  return (
    <section aria-label="By job" className="sheet p-3">
      <h2>By job</h2>
      {shift.jobs.length === 0 && <p className="quiet">Nothing sewn yet.</p>}
      <ul className="figures">
        {shift.jobs.map((job) => (
          <li key={job.jobId} className="flex flex-wrap gap-x-4 border-t py-2 rule first:border-t-0">
            <b className="grow">{nameOf(job.jobId)}</b>
            <span>
              {counted(job.pieces, 'piece')} · {whole(job.stitches)} st · {counted(job.breaks, 'break')} ·{' '}
              {lostText(job.lostMs)} lost
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Losses({ shift }: { shift: Shift }) {
  const most = Math.max(1, ...shift.losses.map((loss) => loss.lostMs));
  const name = (what: Shift['losses'][number]['what']) =>
    what === null ? 'kind not said' : what === 'stop' ? 'stops without break' : faults[what].says;
  return (
    <section aria-label="Minutes lost" className="sheet p-3">
      <h2>Minutes lost, by what stopped it</h2>
      {shift.losses.length === 0 && <p className="quiet">No stop.</p>}
      <ul className="figures">
        {shift.losses.map((loss) => (
          <li key={String(loss.what)} className="border-t py-2 rule first:border-t-0">
            <span className="flex gap-4">
              <b className="grow first-letter:uppercase">{name(loss.what)}</b>
              <span>
                {loss.count} × · {lostText(loss.lostMs)}
              </span>
            </span>
            <span className="mt-1 block h-2 bg-base-300">
              <span
                className="block h-2 bg-base-content"
                style={{ width: `${(100 * loss.lostMs) / most}%` }}
              />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What the ledger knows to be waiting: needles near their life, held pieces, an open stop, thread that runs low. */
function BeforeTomorrow() {
  const { data, view } = useFrame();
  const { machine } = data;
  const where = (head: number | null, position: number | null) =>
    `${machine.heads > 1 ? `head ${head}, ` : ''}position ${position}`;
  const todo = [
    ...view.held.map((held) => `A piece is on hold: ${String(fieldOf(held, 'why'))}.`),
    ...(view.openStop ? ['The machine stands in a stop that was not ended.'] : []),
    ...view.seats.flatMap(({ head, position, needle }) => {
      const worn = needle && needleWorn(needle.age, machine.profile.needleLife);
      if (!needle || worn === null || worn < 0.9) return [];
      return [
        `Needle at ${where(head, position)}: ${worn >= 1 ? 'past its life' : 'near its life'}, ${lifeInWords(machine.profile.needleLife).countsIn === 'stitches' ? stitchesText(needle.age.stitches) : durationText(needle.age.sewingMs)} sewn.`,
      ];
    }),
    ...data.needleKinds
      .filter((kind) => kind.onHand !== null && kind.onHand <= kind.reorderAt)
      .map((kind) => `Needles ${kind.text}: ${kind.onHand} left on the shelf.`),
  ];
  return (
    <section aria-label="Before tomorrow" className="sheet p-3">
      <h2>Before tomorrow</h2>
      {todo.length === 0 && <p className="quiet">Nothing waits.</p>}
      <ul>
        {todo.slice(0, 14).map((item) => (
          <li key={item} className="border-t py-1.5 rule first:border-t-0">
            {item}
          </li>
        ))}
        {todo.length > 14 && <li className="quiet">and {todo.length - 14} more</li>}
      </ul>
      <p className="no-print mt-1">
        <a className="underline" href={`/${machine.slug}/check`}>
          Check
        </a>{' '}
        lists what the next day needs before its first job.
      </p>
    </section>
  );
}
