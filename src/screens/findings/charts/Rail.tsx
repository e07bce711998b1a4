import { railOrder } from '../../../core/head/rail-order.ts';
import type { Chart, SeatBar } from '../../../core/findings/answers/words/answer.ts';
import { figure } from '../../../core/findings/answers/words/words.ts';
import { useFrame } from '../../../parts/frame/context.tsx';

type RailChart = Extract<Chart, { is: 'rail' }>;

/** A column for each position under the head's own, with its whiskers; dashed: the whole machine. */
export function Rail({ chart }: { chart: RailChart }) {
  const { data } = useFrame();
  const { machine } = data;
  const order = railOrder(machine.positions, machine.numberingSide);
  const most = Math.max(chart.common, ...chart.seats.map(({ high }) => high));
  return (
    <figure className="m-0 overflow-x-auto" tabIndex={0} aria-label={`${chart.unit}, by position`}>
      {Array.from({ length: machine.heads }, (_, index) => index + 1).map((head) => (
        <div key={head} className="relative min-w-min">
          {machine.heads > 1 && <p className="quiet sticky start-0 px-5 text-sm">Head {head}</p>}
          <div className="weave-grid" role="list" aria-label={`${chart.unit} by position`}>
            {order.map((position) => (
              <Column
                key={position}
                position={position}
                seat={chart.seats.find((seat) => seat.head === head && seat.position === position)}
                most={most}
                common={chart.common}
              />
            ))}
          </div>
        </div>
      ))}
      <figcaption className="quiet px-5 pt-2 text-sm">
        {chart.unit}, by position as on the rail; whiskers: 95 in 100; dashed: the machine as a whole,{' '}
        {figure(chart.common)}; full: above it, and not by chance.
      </figcaption>
    </figure>
  );
}

const tall = 128;

function Column({
  position,
  seat,
  most,
  common,
}: {
  position: number;
  seat: SeatBar | undefined;
  most: number;
  common: number;
}) {
  const at = (value: number) => (tall * value) / most;
  return (
    <div
      role="listitem"
      className="grid justify-items-center"
      title={seat?.rests ?? 'not sewn here in this time'}
    >
      <svg
        width="100%"
        height={tall}
        viewBox={`0 0 40 ${tall}`}
        preserveAspectRatio="none"
        aria-hidden="true"
        className="block"
      >
        <line
          x1="0"
          x2="40"
          y1={tall - at(common)}
          y2={tall - at(common)}
          stroke="currentColor"
          strokeDasharray="3 3"
          vectorEffect="non-scaling-stroke"
        />
        {seat && (
          <g stroke="currentColor">
            <rect
              x="11"
              width="18"
              y={tall - at(seat.value)}
              height={at(seat.value)}
              fill="currentColor"
              fillOpacity={seat.isMarked ? 0.85 : 0.22}
              vectorEffect="non-scaling-stroke"
            />
            <line
              x1="20"
              x2="20"
              y1={tall - at(seat.high)}
              y2={tall - at(seat.low)}
              strokeWidth="5"
              className="text-base-100"
              stroke="currentColor"
              vectorEffect="non-scaling-stroke"
            />
            <line
              x1="20"
              x2="20"
              y1={tall - at(seat.high)}
              y2={tall - at(seat.low)}
              strokeWidth="2"
              vectorEffect="non-scaling-stroke"
            />
          </g>
        )}
        <line x1="0" x2="40" y1={tall} y2={tall} stroke="currentColor" vectorEffect="non-scaling-stroke" />
      </svg>
      <span className={`figures text-sm ${seat?.isMarked ? 'font-bold' : ''}`}>
        <span className="sr-only">position {position}: </span>
        {seat ? figure(seat.value) : '–'}
      </span>
    </div>
  );
}
