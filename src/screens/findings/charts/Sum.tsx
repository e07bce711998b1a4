import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { Chart } from '../../../core/findings/answers/words/answer.ts';
import { dayWords } from '../../../core/findings/answers/words/words.ts';
import { ink, quietInk, tick, tooltip } from './ink.ts';

type SumChart = Extract<Chart, { is: 'sum' }>;

/** Breaks added up day by day, above or below as many as an even rate would have made: it rises while it breaks more than usual. */
export default function Sum({ chart }: { chart: SumChart }) {
  const rows = chart.days.map((day, index) => ({ day, off: chart.sum[index]! - chart.expected[index]! }));
  return (
    <figure className="m-0">
      <div
        className="h-72 w-full"
        role="img"
        aria-label={`Breaks above an even rate, ${chart.name}, ${chart.days.length} days`}
      >
        <ResponsiveContainer initialDimension={{ width: 640, height: 288 }}>
          <LineChart data={rows} margin={{ top: 22, right: 16, bottom: 4, left: 0 }}>
            <CartesianGrid stroke={quietInk} vertical={false} />
            <XAxis dataKey="day" tickFormatter={dayWords} minTickGap={56} stroke={ink} tick={tick} />
            <YAxis
              width={56}
              stroke={ink}
              tick={tick}
              tickFormatter={(value: number) => (value > 0 ? `+${value}` : `${value}`)}
            />
            <Tooltip
              labelFormatter={(day) => dayWords(String(day))}
              formatter={(value) => [
                `${Number(value) >= 0 ? '+' : ''}${Number(value).toFixed(0)} breaks against an even rate`,
                chart.name,
              ]}
              contentStyle={tooltip}
            />
            <ReferenceLine y={0} stroke={ink} strokeWidth={1} />
            {chart.changes.map((at, index) => (
              <ReferenceLine
                key={at}
                x={chart.days[at]!}
                stroke={ink}
                strokeDasharray="3 3"
                label={{
                  ...{ value: dayWords(chart.days[at]!), position: 'top', fill: ink, fontSize: 12 },
                  dx: asideOf(chart.changes, index, chart.days.length),
                }}
              />
            ))}
            <Line dataKey="off" stroke={ink} strokeWidth={2} dot={false} isAnimationActive={false} />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="quiet text-sm">
        Breaks of {chart.name}, added up, above or below an even rate: rising, it breaks more than usual;
        falling, less; a bend is a change.
      </figcaption>
    </figure>
  );
}

/** How far the date of a change is written aside, px: of two that stand close, apart from one another. */
function asideOf(changes: readonly number[], index: number, days: number): number {
  const isClose = (other: number | undefined) =>
    other !== undefined && Math.abs(other - changes[index]!) < days / 9;
  return Number(isClose(changes[index - 1])) * 34 - Number(isClose(changes[index + 1])) * 34;
}
