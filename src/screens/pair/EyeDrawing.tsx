import type { PairUp } from '../../core/bobbin/pair-up.ts';
import { eyeWidth } from '../../core/needle/eye.ts';

/** Radius of each point's tip, as a share of the blade. For telling apart, not to scale. */
const tips = {
  sharp: 0.02,
  universal: 0.1,
  'extra-slim-ball': 0.13,
  'light-ball': 0.18,
  'medium-ball': 0.28,
} as const;

/** Drawing units per mm. */
const scale = 130;

/** The needle at its eye, seen from the front, with the thread in it: all widths to scale. */
export function EyeDrawing({ pair, colour }: { pair: PairUp; colour: string }) {
  const blade = (pair.needle.sizeMetric / 100) * scale;
  const eye = eyeWidth(pair.needle).value * scale;
  const thread = pair.topDiameter.value * scale;
  const length = pair.needle.eye === 'large' ? 120 : 76;
  const tip = tips[pair.needle.point] * blade;
  const fill = Math.round(pair.fit.fill.value * 100);
  return (
    <svg
      viewBox="-85 0 250 250"
      className="h-60"
      role="img"
      aria-label={`Needle ${pair.needle.sizeMetric / 100} mm wide, eye ${eyeWidth(pair.needle).value.toFixed(2)} mm, thread ${pair.topDiameter.value.toFixed(2)} mm: it fills ${fill} %`}
    >
      <path
        d={`M${-blade / 2} 0V196L${-tip} ${248 - tip}A${tip} ${tip} 0 0 0 ${tip} ${248 - tip}L${blade / 2} 196V0Z`}
        fill="var(--steel)"
        stroke="var(--steel-edge)"
        strokeWidth="1.5"
        strokeLinejoin="round"
      />
      <rect
        x={-thread * 0.7}
        y="0"
        width={thread * 1.4}
        height="90"
        fill="var(--steel-edge)"
        opacity="0.35"
      />
      <rect
        x={-eye / 2}
        y={150 - length / 2}
        width={eye}
        height={length}
        rx={eye / 2}
        fill="var(--color-base-100)"
        stroke="var(--steel-edge)"
        strokeWidth="1.5"
      />
      <path
        d={`M0 0V150`}
        stroke={colour}
        strokeWidth={thread}
        strokeLinecap="round"
        style={{ filter: 'drop-shadow(0 0 0.8px var(--cone-edge)) drop-shadow(0 0 0.8px var(--cone-edge))' }}
      />
      <circle cx="0" cy="150" r={thread / 2} fill={colour} stroke="var(--cone-edge)" strokeWidth="1.5" />
      <g stroke="currentColor" strokeWidth="1">
        <path d={`M${-eye / 2} 205H${eye / 2}M${-eye / 2} 200v10M${eye / 2} 200v10`} />
      </g>
      <text x={blade / 2 + 10} y="209" fontSize="14" fill="currentColor">
        eye {eyeWidth(pair.needle).value.toFixed(2)} mm
      </text>
      <text x={blade / 2 + 10} y="40" fontSize="14" fill="currentColor">
        thread {pair.topDiameter.value.toFixed(2)} mm
      </text>
    </svg>
  );
}
