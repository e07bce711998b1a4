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
import { stitchesText } from '../../../parts/text.ts';
import { ink, quietInk, thousands, tick, tooltip } from './ink.ts';

type CostsChart = Extract<Chart, { is: 'costs' }>;

/** What a rule costs, by the age at which it changes needles. */
export default function Costs({ chart }: { chart: CostsChart }) {
  const least = Math.min(chart.untilTrouble, ...chart.points.map(({ cost }) => cost));
  return (
    <figure className="m-0">
      <div
        className="h-72 w-full"
        role="img"
        aria-label={`Minutes per 100,000 stitches by the age of change, least ${least.toFixed(2)}`}
      >
        <ResponsiveContainer initialDimension={{ width: 640, height: 288 }}>
          <LineChart data={chart.points} margin={{ top: 22, right: 16, bottom: 4, left: 0 }}>
            <CartesianGrid stroke={quietInk} vertical={false} />
            <XAxis
              dataKey="age"
              type="number"
              domain={[0, 'dataMax']}
              tickFormatter={thousands}
              unit=" st"
              stroke={ink}
              tick={tick}
            />
            <YAxis
              width={64}
              unit=" min"
              domain={[0, Math.ceil(least * 4)]}
              allowDataOverflow
              stroke={ink}
              tick={tick}
            />
            <Tooltip
              labelFormatter={(age) => `changed at ${stitchesText(Number(age))}`}
              formatter={(value) => [`${Number(value).toFixed(2)} min per 100,000 stitches`, 'costs']}
              contentStyle={tooltip}
            />
            <ReferenceLine
              y={chart.untilTrouble}
              stroke={ink}
              strokeDasharray="3 3"
              label={{
                value: 'until it gives trouble',
                position: 'insideBottomRight',
                fill: ink,
                fontSize: 12,
              }}
            />
            {chart.best !== null && (
              <ReferenceLine
                x={chart.best}
                stroke={ink}
                label={{ value: 'least', position: 'top', fill: ink, fontSize: 12 }}
              />
            )}
            {chart.now !== null && (
              <ReferenceLine
                x={chart.now}
                stroke={ink}
                strokeDasharray="8 3"
                label={{ value: 'tried', position: 'insideTopLeft', fill: ink, fontSize: 12 }}
              />
            )}
            <Line dataKey="cost" stroke={ink} strokeWidth={2} dot={false} isAnimationActive={false} />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="quiet text-sm">
        Minutes per 100,000 stitches by the age at which needles are changed.
      </figcaption>
    </figure>
  );
}
