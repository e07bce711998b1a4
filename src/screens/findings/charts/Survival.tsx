import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { Chart } from '../../../core/findings/answers/words/answer.ts';
import { stitchesText } from '../../../parts/text.ts';
import { dashes, ink, quietInk, thousands, tick, tooltip } from './ink.ts';

type SurvivalChart = Extract<Chart, { is: 'survival' }>;

/** The share of needles still good by their age: all of them with what is sure, groups by their dashes. */
export default function Survival({ chart }: { chart: SurvivalChart }) {
  const [all, ...groups] = chart.curves;
  const rows = rowsOf(chart);
  const inStitches = chart.unit === 'st';
  return (
    <figure className="m-0">
      <div
        className="h-72 w-full"
        role="img"
        aria-label={`Needles still good by age: ${chart.curves.map(({ name }) => name).join(', ')}`}
      >
        <ResponsiveContainer initialDimension={{ width: 640, height: 288 }}>
          <ComposedChart data={rows} margin={{ top: 22, right: 16, bottom: 4, left: 0 }}>
            <CartesianGrid stroke={quietInk} vertical={false} />
            <XAxis
              dataKey="age"
              type="number"
              domain={[0, 'dataMax']}
              tickFormatter={inStitches ? thousands : String}
              unit={` ${chart.unit}`}
              stroke={ink}
              tick={tick}
            />
            <YAxis domain={[0, 100]} unit=" %" width={56} stroke={ink} tick={tick} />
            <Tooltip
              labelFormatter={(age) =>
                `at ${inStitches ? stitchesText(Number(age)) : `${Number(age).toFixed(1)} h`}`
              }
              formatter={(value, name) =>
                Array.isArray(value)
                  ? [`${value.map((end) => Number(end).toFixed(0)).join('–')} %`, '95 in 100']
                  : [`${Number(value).toFixed(0)} % good`, String(name)]
              }
              contentStyle={tooltip}
            />
            <Area
              dataKey="range"
              type="stepAfter"
              stroke="none"
              fill={ink}
              fillOpacity={0.14}
              isAnimationActive={false}
              connectNulls
            />
            <Line
              dataKey="c0"
              name={all!.name}
              type="stepAfter"
              stroke={ink}
              strokeWidth={3}
              dot={false}
              isAnimationActive={false}
              connectNulls
            />
            {groups.map(({ name }, index) => (
              <Line
                key={name}
                dataKey={`c${index + 1}`}
                name={name}
                type="stepAfter"
                stroke={ink}
                strokeWidth={1.5}
                strokeDasharray={dashes[index + 1]!}
                dot={false}
                isAnimationActive={false}
                connectNulls
              />
            ))}
            {chart.rule !== null && (
              <ReferenceLine
                x={chart.rule}
                stroke={ink}
                strokeWidth={2}
                label={{ value: 'costs least', position: 'top', fill: ink, fontSize: 12 }}
              />
            )}
            {chart.now !== null && (
              <ReferenceLine
                x={chart.now}
                stroke={ink}
                strokeDasharray="3 3"
                label={{ value: 'rule now', position: 'top', fill: ink, fontSize: 12 }}
              />
            )}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="flex flex-wrap gap-x-5 gap-y-1 text-sm">
        {chart.curves.map(({ name }, index) => (
          <span key={name} className="inline-flex items-center gap-2">
            <svg width="34" height="8" aria-hidden="true">
              <line
                x1="0"
                y1="4"
                x2="34"
                y2="4"
                stroke="currentColor"
                strokeWidth={index === 0 ? 3 : 1.5}
                strokeDasharray={dashes[index]}
              />
            </svg>
            {name}
          </span>
        ))}
        <span className="quiet">shaded: 95 in 100, all needles</span>
      </figcaption>
    </figure>
  );
}

/** One row for each age at which any curve steps. */
function rowsOf({ curves }: SurvivalChart) {
  const rows = new Map<number, Record<string, number | [number, number]>>();
  curves.forEach(({ points }, index) => {
    for (const { at, value, low, high } of points) {
      const row = rows.get(at) ?? { age: at };
      row[`c${index}`] = 100 * value;
      if (index === 0) row['range'] = [100 * low, 100 * high];
      rows.set(at, row);
    }
  });
  return [...rows.values()].sort((a, b) => Number(a['age']) - Number(b['age']));
}
