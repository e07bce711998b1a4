import { turnWords } from '../../../core/gauge/turn-words.ts';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { EventOfCase } from '../../../core/tension/case/life.ts';
import type { Band } from '../../../core/tension/targets.ts';
import { dayText } from '../../../parts/text.ts';

const ink = 'var(--color-base-content)';

/** A case's readings along time in the school's band; a dashed line where its screw was turned. */
export default function CaseChart({
  life,
  band,
  zone,
}: {
  life: readonly EventOfCase[];
  band: Band;
  zone: string;
}) {
  const points = life.flatMap((event) =>
    event.kind === 'case_measured' ? [{ at: Date.parse(event.at), grams: event.data.grams }] : [],
  );
  const turns = life.flatMap((event) =>
    event.kind === 'screw_turned'
      ? [{ at: Date.parse(event.at), says: turnWords(event.data.turns * 8) }]
      : [],
  );
  if (points.length < 2) return <p className="quiet">Two readings make a line: measure again.</p>;
  const day = (at: number) => dayText(new Date(at).toISOString(), zone);
  return (
    <figure className="m-0">
      <div
        className="h-56 w-full"
        role="img"
        aria-label={`${points.length} readings, ${turns.length} turns of the screw`}
      >
        <ResponsiveContainer initialDimension={{ width: 600, height: 224 }}>
          <LineChart data={points} margin={{ top: 8, right: 12, bottom: 4, left: -12 }}>
            <CartesianGrid stroke="var(--color-base-300)" vertical={false} />
            <ReferenceArea y1={band.from} y2={band.to} fill="var(--color-base-300)" fillOpacity={0.9} />
            <XAxis
              dataKey="at"
              type="number"
              domain={['dataMin', 'dataMax']}
              tickFormatter={day}
              minTickGap={48}
              stroke={ink}
              tick={{ fill: ink, fontSize: 12 }}
            />
            <YAxis unit=" g" domain={[0, 60]} width={60} stroke={ink} tick={{ fill: ink, fontSize: 12 }} />
            {turns.map((turn) => (
              <ReferenceLine key={turn.at} x={turn.at} stroke={ink} strokeDasharray="3 3" />
            ))}
            <Tooltip
              labelFormatter={(at) => day(Number(at))}
              formatter={(value) => [`${Number(value).toFixed(1)} g`, 'reads']}
              contentStyle={{ background: 'var(--color-base-100)', borderColor: ink }}
            />
            <Line
              dataKey="grams"
              stroke={ink}
              strokeWidth={2}
              dot={{ r: 3, fill: ink }}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="quiet text-sm">
        Readings in grams; the band {band.from} to {band.to} g; dashed: the screw was turned.
      </figcaption>
    </figure>
  );
}
