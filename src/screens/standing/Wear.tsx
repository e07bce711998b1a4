import { useState } from 'react';
import { busyColours } from '../../core/plan/wear/busy.ts';
import { levellings, worthwhile, type Levelling, type WornPosition } from '../../core/plan/wear/levelling.ts';
import { tradeMinutes } from '../../core/plan/asked/trade-minutes.ts';
import type { PlanProblem } from '../../engines/planner/index.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { whole } from '../../parts/text.ts';
import type { Sewn } from '../../schemas/ledger/sewn.ts';
import type { Thread } from '../../schemas/workshop.ts';
import { sewnWeeks, type SewnState } from './useSewn.ts';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';

interface WearProps {
  state: SewnState;
  onAsk: () => void;
  problem: PlanProblem;
  order: readonly number[];
  threads: ReadonlyMap<string, Thread>;
  hrefOf: (position: number) => string;
}

/** How unevenly the head wears, which seats should trade places, and which colour should sit on two positions. */
export function Wear({ state, onAsk, ...rest }: WearProps) {
  return (
    <section aria-label="Even wear" className="border-t py-3 rule">
      <div className="flex flex-wrap items-center gap-3 px-3">
        <h2>Even wear</h2>
        {state.is === 'here' ? (
          <span className="quiet text-sm">
            What the last {sewnWeeks} weeks sewed, and the same again for the {sewnWeeks} to come.
          </span>
        ) : (
          <>
            <button type="button" className="btn" disabled={state.is === 'asking'} onClick={onAsk}>
              {state.is === 'asking' ? 'Reckoning …' : 'How does the head wear?'}
            </button>
            <span className="quiet text-sm">
              Which seats should trade places, and which colour should sit twice.
            </span>
          </>
        )}
        {state.is === 'failed' && <p role="alert">× {state.why}</p>}
      </div>
      {state.is === 'here' && <WearOf sewn={state.sewn} {...rest} />}
    </section>
  );
}

function WearOf({
  sewn,
  problem,
  order,
  threads,
  hrefOf,
}: Omit<WearProps, 'state' | 'onAsk'> & { sewn: Sewn }) {
  const stitchesAt = (position: number) =>
    sewn.positions.find((candidate) => candidate.position === position)?.stitches ?? 0;
  const positions = problem.positions.map(({ position, use, now }): WornPosition => ({
    position,
    sewn: stitchesAt(position),
    ahead: stitchesAt(position),
    // Seats move with their needle and thread: nothing that is held or bare trades places.
    free: use === 'free' && now.every(({ thread }) => thread !== null),
  }));
  const ways = levellings(positions);
  const [chosen, setChosen] = useState<number | null>(null);
  const way = ways[chosen ?? ways.indexOf(worthwhile(ways))] ?? ways[0]!;
  const [stay] = ways;
  const busy = busyColours(
    problem.positions.map(({ position, use, now }) => ({
      position,
      ...now[0]!,
      stitches: stitchesAt(position),
      free: use === 'free',
    })),
  );
  const busiestAt = positions[stay!.after.indexOf(stay!.busiest)]!.position;
  if (stay!.busiest === 0)
    return (
      <p className="p-3">
        No piece was finished in the last {sewnWeeks} weeks: once pieces are counted on Run, this shows which
        positions do the work.
      </p>
    );
  return (
    <>
      <p className="figures px-3 pt-1">
        {way.moves.length === 0 ? (
          <>
            As it is, position {busiestAt} will have sewn {whole(stay!.busiest)} stitches, the most of all.
          </>
        ) : (
          <>
            <b>{way.moves.length} seats trade places</b>: the busiest position then has sewn{' '}
            <b>{whole(way.busiest)}</b> stitches instead of {whole(stay!.busiest)}. About{' '}
            {minutesText(tradeMinutes(problem, way.moves))} of work, once.
          </>
        )}
      </p>
      {ways.length > 1 && <HowMany ways={ways} way={way} onChoose={setChosen} />}
      <WornWeave {...{ order, positions, problem, threads, way }} stay={stay!} />
      {busy.length > 0 && <BusyList {...{ busy, threads, hrefOf }} />}
    </>
  );
}

/** How many seats move: one button for each way. */
function HowMany({
  ways,
  way,
  onChoose,
}: {
  ways: readonly Levelling[];
  way: Levelling;
  onChoose: (index: number) => void;
}) {
  return (
    <div className="flex flex-wrap gap-2 px-3 py-2" role="group" aria-label="How many seats move">
      {ways.map((one, index) => (
        <button
          key={one.moves.length}
          type="button"
          className="btn"
          aria-pressed={one === way}
          onClick={() => onChoose(index)}
        >
          {one.moves.length === 0 ? 'no seat' : `${one.moves.length} seats`}
        </button>
      ))}
    </div>
  );
}

interface WornWeaveProps extends Pick<WearProps, 'order' | 'problem' | 'threads'> {
  positions: readonly WornPosition[];
  /** As it is, and as it is to be. */
  stay: Levelling;
  way: Levelling;
}

/** What each position will have sewn, as it is and with the trade. */
function WornWeave({ order, positions, problem, threads, stay, way }: WornWeaveProps) {
  const most = Math.max(1, stay.busiest);
  return (
    <>
      <div className="weave-grid" role="list" aria-label="Stitches by position">
        {order.map((position) => {
          const index = positions.findIndex((candidate) => candidate.position === position);
          const comes = way.moves.find((move) => move.to === position)?.from ?? position;
          const thread =
            problem.positions.find((candidate) => candidate.position === comes)?.now[0]?.thread ?? null;
          const own = threads.get(thread ?? '');
          return (
            <div
              key={position}
              role="listitem"
              className="grid justify-items-center gap-1 text-center"
              aria-label={`Position ${position}: ${whole(stay.after[index]!)} stitches as it is, ${whole(way.after[index]!)} then${comes === position ? '' : `, with the seat of ${comes}`}`}
            >
              <div className="flex h-24 items-end gap-1" aria-hidden="true">
                <Column sewn={positions[index]!.sewn} after={stay.after[index]!} most={most} faint />
                <Column sewn={positions[index]!.sewn} after={way.after[index]!} most={most} />
              </div>
              <span className="figures text-xs leading-4">{Math.round(way.after[index]! / 1000)}k</span>
              <span className="flex min-h-6 items-center gap-1">
                {own && <Swatch thread={own} className="size-5" />}
              </span>
              <b className="figures min-h-4 text-xs leading-4">{comes === position ? '' : `from ${comes}`}</b>
            </div>
          );
        })}
      </div>
      <p className="quiet px-3 pt-1 text-sm">
        Left column: if nothing moves. Right column: with the trade. Dark: sewn so far; light: to come. In
        thousands of stitches.
      </p>
    </>
  );
}

/** Threads that one position sews nearly alone, and where a second cone would take turns. */
function BusyList({
  busy,
  threads,
  hrefOf,
}: Pick<WearProps, 'threads' | 'hrefOf'> & { busy: ReturnType<typeof busyColours> }) {
  const nameOf = (id: string | null) => {
    const thread = id === null ? undefined : threads.get(id);
    return thread ? `${thread.name} ${thread.weightNo} wt` : 'no thread';
  };
  return (
    <ul className="grid gap-1 px-3 pt-2">
      {busy.map((one) => (
        <li key={one.thread} className="flex items-start gap-2">
          <Swatch thread={threads.get(one.thread) ?? unknownThread} className="size-6" />
          <span>
            <b>{nameOf(one.thread)}</b> sews {Math.round(one.share * 100)} % of all stitches on position{' '}
            {one.position} alone. A second cone with the same needle on{' '}
            <a className="underline" href={hrefOf(one.second.position)}>
              position {one.second.position}
            </a>{' '}
            (now {nameOf(one.second.thread)}, {whole(one.second.stitches)} st) halves that: pieces are then
            counted on the less worn of the two, so they take turns.
          </span>
        </li>
      ))}
    </ul>
  );
}

const unknownThread = { colour: '#888888', fibre: 'polyester' as const, name: 'unknown thread' };

function Column({
  sewn,
  after,
  most,
  faint = false,
}: {
  sewn: number;
  after: number;
  most: number;
  faint?: boolean;
}) {
  const part = (stitches: number) => `${(100 * stitches) / most}%`;
  return (
    <span className={`flex h-full w-3 flex-col-reverse ${faint ? 'opacity-45' : ''}`}>
      <span className="w-full bg-base-content" style={{ height: part(sewn) }} />
      <span
        className="w-full border-x border-t bg-base-100 [border-color:var(--color-base-content)]"
        style={{ height: part(after - sewn) }}
      />
    </span>
  );
}
