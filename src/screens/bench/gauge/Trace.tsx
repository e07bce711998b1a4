import type { Band } from '../../../core/tension/targets.ts';

interface TraceProps {
  grams: readonly number[];
  rateHz: number;
  /** Samples at the beginning and at the end that do not count. */
  dropped: number;
  droppedAfter: number;
  band: Band;
}

/** A pull as a line over time, the school's band behind it. */
export function Trace({ grams, rateHz, dropped, droppedAfter, band }: TraceProps) {
  const seconds = Math.max(6, grams.length / rateHz);
  const most = Math.max(50, ...grams) * 1.05;
  const x = (sample: number) => 24 + (sample / rateHz / seconds) * 372;
  const y = (value: number) => 104 - (Math.max(0, value) / most) * 96;
  const end = grams.length - droppedAfter;
  const line = (from: number, to: number) =>
    grams
      .slice(from, to)
      .map((value, index) => `${x(from + index).toFixed(1)},${y(value).toFixed(1)}`)
      .join(' ');
  return (
    <svg
      viewBox="0 0 400 122"
      className="w-full"
      role="img"
      aria-label={`Pull of ${(grams.length / rateHz).toFixed(1)} seconds`}
    >
      <rect
        x="24"
        y={y(band.to)}
        width="372"
        height={y(band.from) - y(band.to)}
        fill="var(--color-base-300)"
      />
      {[0, 20, 40].map((value) => (
        <text
          key={value}
          x="20"
          y={y(value)}
          className="figures fill-current text-[9px]"
          textAnchor="end"
          dominantBaseline="middle"
        >
          {value}
        </text>
      ))}
      <path d="M24 8V104H396" fill="none" stroke="currentColor" strokeWidth="1" />
      {[line(0, dropped + 1), line(Math.max(0, end - 1), grams.length)].map((points, index) => (
        <polyline
          key={index}
          points={points}
          fill="none"
          stroke="currentColor"
          strokeWidth="1"
          strokeDasharray="2 3"
        />
      ))}
      <polyline points={line(dropped, end)} fill="none" stroke="currentColor" strokeWidth="1.6" />
      <text x="396" y="117" className="figures fill-current text-[9px]" textAnchor="end">
        {seconds.toFixed(0)} s, in g
      </text>
    </svg>
  );
}
