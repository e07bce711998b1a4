import type { PairUp } from '../../core/bobbin/pair-up.ts';
import { flattening, lineDistance } from '../../core/thread/cover.ts';

const scale = 60;

interface SatinDrawingProps {
  pair: PairUp;
  topColour: string;
  bobbinColour: string;
  /** Cloth and backing, mm. */
  thicknessMm: number;
  widthMm: number;
  /** Share of the underside that is bobbin. */
  share: number;
}

/** A satin column cut across: top thread wraps in from both edges, the bobbin shows in the middle below. To scale. */
export function SatinDrawing({
  pair,
  topColour,
  bobbinColour,
  thicknessMm,
  widthMm,
  share,
}: SatinDrawingProps) {
  const top = pair.topDiameter.value * scale;
  const bobbin = pair.bobbinDiameter.value * scale;
  const w = widthMm * scale;
  const h = Math.max(0.15, thicknessMm) * scale;
  const wrap = ((1 - share) / 2) * w;
  const y = 30;
  const outline = { stroke: 'var(--cone-edge)', strokeWidth: 1.2 };
  return (
    <svg
      viewBox={`${-w / 2 - 60} 0 ${w + 120} ${h + 90}`}
      className="max-h-52 w-full"
      role="img"
      aria-label={`Satin column ${widthMm} mm wide on ${thicknessMm.toFixed(1)} mm of cloth and backing; ${Math.round(share * 100)} % of its underside is bobbin thread`}
    >
      <rect
        x={-w / 2 - 60}
        y={y}
        width={w + 120}
        height={h}
        fill="var(--groove)"
        stroke="var(--steel-edge)"
        strokeWidth="1"
      />
      <path
        d={`M${-w / 2 + wrap} ${y + h + top / 2}H${-w / 2}V${y - top / 2}H${w / 2}V${y + h + top / 2}H${w / 2 - wrap}`}
        fill="none"
        stroke="var(--cone-edge)"
        strokeWidth={top + 2}
        strokeLinejoin="round"
      />
      <path
        d={`M${-w / 2 + wrap} ${y + h + top / 2}H${-w / 2}V${y - top / 2}H${w / 2}V${y + h + top / 2}H${w / 2 - wrap}`}
        fill="none"
        stroke={topColour}
        strokeWidth={top}
        strokeLinejoin="round"
      />
      <rect
        x={-w / 2 + wrap}
        y={y + h + 1}
        width={w - 2 * wrap}
        height={bobbin}
        rx={bobbin / 2}
        fill={bobbinColour}
        {...outline}
      />
      <g stroke="currentColor" strokeWidth="1" fill="none">
        <path
          d={`M${-w / 2 + wrap} ${y + h + 30}H${w / 2 - wrap}M${-w / 2 + wrap} ${y + h + 25}v10M${w / 2 - wrap} ${y + h + 25}v10`}
        />
      </g>
      <text x="0" y={y + h + 52} fontSize="16" textAnchor="middle" fill="currentColor">
        bobbin {(widthMm * share).toFixed(1)} of {widthMm} mm
      </text>
    </svg>
  );
}

/** Lines of sewn thread side by side on the cloth, seen from above, to scale: what shows through is cloth. */
export function CoverDrawing({ pair, colour }: { pair: PairUp; colour: string }) {
  const per = 110;
  const width = pair.topDiameter.value * flattening * per;
  const spacing = lineDistance(pair.cover.spacingMm) * per;
  const lines = Array.from({ length: Math.ceil(330 / spacing) }, (_, index) => index);
  return (
    <svg
      viewBox="0 0 330 70"
      className="w-full max-w-md"
      role="img"
      aria-label={`Spacing ${pair.cover.spacingMm.toFixed(2)} mm: ${Math.round(pair.cover.open * 100)} % of the cloth stays open`}
    >
      <rect width="330" height="70" fill="var(--groove)" />
      {lines.map((line) => (
        <g key={line}>
          <rect
            x={line * spacing}
            y="0"
            width={width}
            height="70"
            fill={colour}
            stroke="var(--cone-edge)"
            strokeWidth="0.8"
          />
          <rect
            x={line * spacing + width * 0.3}
            y="0"
            width={width * 0.16}
            height="70"
            fill="#fff"
            opacity="0.3"
          />
        </g>
      ))}
    </svg>
  );
}
