import {
  Bar,
  BarChart,
  CartesianGrid,
  Cell,
  ErrorBar,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { Chart } from '../../../core/findings/answers/words/answer.ts';
import { ink, quietInk, tick, tooltip } from './ink.ts';

type BarsChart = Extract<Chart, { is: 'bars' }>;

/** Bars lying under each other, with their intervals as whiskers; what the sentence speaks of is full, the rest hollow. */
export default function Bars({ chart }: { chart: BarsChart }) {
  const { bars, unit, common, dashed = 'the machine as a whole', full = 'not by chance' } = chart;
  const rows = bars.map((bar) => ({
    ...bar,
    off: bar.low === null || bar.high === null ? undefined : [bar.value - bar.low, bar.high - bar.value],
  }));
  const widest = Math.max(...bars.map(({ name }) => name.length));
  return (
    <figure className="m-0">
      <div
        style={{ height: `${bars.length * 30 + 48}px` }}
        className="w-full"
        role="img"
        aria-label={`${unit}: ${bars.map(({ name, value }) => `${name} ${value.toFixed(2)}`).join(', ')}`}
      >
        <ResponsiveContainer initialDimension={{ width: 640, height: bars.length * 30 + 48 }}>
          <BarChart
            data={rows}
            layout="vertical"
            margin={{ top: 4, right: 20, bottom: 4, left: 0 }}
            barCategoryGap={6}
          >
            <CartesianGrid stroke={quietInk} horizontal={false} />
            <XAxis type="number" stroke={ink} tick={tick} domain={[0, 'auto']} />
            <YAxis
              type="category"
              dataKey="name"
              width={Math.min(220, 24 + widest * 7)}
              interval={0}
              stroke={ink}
              tick={tick}
            />
            <Tooltip
              formatter={(value, _name, { payload }) => [
                `${Number(value).toFixed(2)} ${unit}`,
                (payload as { rests: string }).rests,
              ]}
              contentStyle={tooltip}
            />
            <Bar dataKey="value" isAnimationActive={false}>
              {rows.map(({ name, isMarked }) => (
                <Cell key={name} fill={ink} fillOpacity={isMarked ? 0.85 : 0.22} stroke={ink} />
              ))}
              <ErrorBar dataKey="off" width={6} stroke={ink} strokeWidth={1.5} />
            </Bar>
            {common !== null && <ReferenceLine x={common} stroke={ink} strokeDasharray="4 3" />}
          </BarChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="quiet text-sm">
        {unit}
        {bars.some(({ low }) => low !== null) && '; whiskers: 95 in 100'}
        {common !== null && `; dashed: ${dashed}`}
        {bars.some(({ isMarked }) => isMarked) && `; full: ${full}`}.
      </figcaption>
    </figure>
  );
}
