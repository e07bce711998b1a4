import { addWeeks, formatISO } from 'date-fns';
import { homesOf, rangeText, type Home } from '../../core/plan/blocks/scheme.ts';
import { weightText } from '../../core/plan/blocks/weight-classes.ts';
import { blockColumns } from '../../parts/weave/block-columns.ts';
import type { Thread } from '../../schemas/workshop.ts';
import type { SchemeFields } from './useScheme.ts';

/** What the chart says of two positions of one colour, by the workshop's rule. */
const turnsSay = {
  stitches: 'job by job the needle that sewed less',
  week: 'week by week',
  piece: 'piece by piece',
} as const;

interface WallChartProps {
  machine: string;
  scheme: SchemeFields;
  /** Positions from left to right, as the head is seen. */
  order: readonly number[];
  threads: ReadonlyMap<string, Thread>;
  turns: keyof typeof turnsSay;
  day: string;
}

/** The chart for the wall: black and white, A4 across, positions as they are seen from the front. */
export function WallChart({ machine, scheme, order, threads, turns, day }: WallChartProps) {
  const homes = new Map(homesOf(scheme).map((home) => [home.position, home]));
  const grid = { gridTemplateColumns: `repeat(${order.length}, minmax(0, 1fr))` };
  const isTwice = (home: Home | undefined) =>
    home !== undefined &&
    home.thread !== null &&
    [...homes.values()].filter(({ thread, needle }) => thread === home.thread && needle === home.needle)
      .length > 1;
  const anyTwice = [...homes.values()].some(isTwice);
  return (
    <section aria-label="Wall chart" className="wall-chart hidden print:block">
      <div className="flex items-baseline justify-between">
        <h1>
          {machine}: {scheme.name}
        </h1>
        <p>{day}</p>
      </div>
      <div className="mt-3 grid" style={grid}>
        {scheme.blocks.map((block) => {
          return (
            <div
              key={block.from}
              className={`row-start-1 overflow-hidden border-2 border-b-0 px-1 text-center [border-color:#000] ${block.use === 'odd' ? 'border-dashed' : ''}`}
              style={{ gridColumn: blockColumns(block, order) }}
            >
              <p className="text-sm leading-4 font-bold hyphens-auto">{block.name}</p>
              <p className="figures text-xs leading-4">{block.needle}</p>
              <p className="figures text-xs leading-4">
                {block.use === 'odd' ? 'any thread' : weightText(block.weight)}
              </p>
            </div>
          );
        })}
      </div>
      <div className="grid border-2 [border-color:#000]" style={grid}>
        {order.map((position, index) => {
          const home = homes.get(position);
          const thread = threads.get(home?.thread ?? '');
          return (
            <div
              key={position}
              className={`flex h-60 flex-col items-center gap-1 py-1 ${index > 0 ? 'border-s [border-color:#000]' : ''}`}
            >
              <b className="figures text-2xl leading-7">{position}</b>
              <span className="figures text-sm font-bold">{thread?.code ?? ''}</span>
              <span className="text-sm [writing-mode:vertical-rl]">
                {thread ? `${thread.name} ${thread.weightNo} wt` : home ? 'any colour' : 'in no block'}
              </span>
              {isTwice(home) && <b className="mt-auto text-xs">turns</b>}
            </div>
          );
        })}
      </div>
      <dl className="mt-3 grid gap-1 text-sm">
        {scheme.blocks.map((block) => (
          <div key={block.from} className="flex gap-2 break-inside-avoid">
            <dt className="w-52 shrink-0 font-bold">
              {rangeText(block)}: {block.name}
            </dt>
            <dd>{block.reason}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-3 text-sm">
        {anyTwice &&
          `Positions marked “turns” carry one colour with one needle and take turns, ${turnsSay[turns]}. `}
        {scheme.since !== null &&
          `Blocks trade ends on ${formatISO(addWeeks(new Date(`${scheme.since}T12:00:00`), scheme.tradeWeeks), { representation: 'date' })}. `}
        Before hands go to the needles: machine stopped and power off, as its manual and local rules say.
      </p>
    </section>
  );
}
