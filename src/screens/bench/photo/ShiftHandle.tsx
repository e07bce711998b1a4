import { useState } from 'react';
import { shifted } from '../../../engines/underside/index.ts';

interface ShiftHandleProps {
  /** The column's corners, px of the photo. */
  outline: readonly (readonly [number, number])[];
  name: string;
  /** Of the photo, px. */
  width: number;
  height: number;
  /** Where a pointer is, px of the photo. */
  at: (event: React.PointerEvent) => [number, number];
  onShift: (dx: number, dy: number) => void;
}

const steps: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Below a column: it is dragged to where the column really lies, or moved there with the arrow keys. */
export function ShiftHandle({ outline, name, width, height, at, onShift }: ShiftHandleProps) {
  const [from, setFrom] = useState<readonly [number, number] | null>(null);
  const [off, setOff] = useState<readonly [number, number]>([0, 0]);
  const [[x1, y1], [x2, y2]] = [outline[2]!, outline[3]!];
  const reach = width / 45;
  // Below the column, clear of its edges' handles; within it where the picture ends there.
  const foot = (y1 + y2) / 2;
  const below = foot + 2 * reach < height ? foot + reach : foot - reach;
  const [x, y] = [(x1 + x2) / 2 + off[0], below + off[1]];
  const pathOf = shifted(outline, ...off).map((corner) => corner.join(' '));
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${name}, move it: drag, or use the arrow keys`}
      className="cursor-move outline-offset-2"
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        setFrom(at(event));
      }}
      onPointerMove={(event) => {
        if (!from) return;
        event.stopPropagation();
        const [px, py] = at(event);
        setOff([px - from[0], py - from[1]]);
      }}
      onPointerUp={() => {
        setFrom(null);
        if (Math.hypot(...off) > 1) onShift(...off);
      }}
      onPointerCancel={() => {
        setFrom(null);
        setOff([0, 0]);
      }}
      onKeyDown={(key) => {
        const step = steps[key.key];
        if (!step) return;
        key.preventDefault();
        const far = width / (key.shiftKey ? 60 : 300);
        onShift(step[0] * far, step[1] * far);
      }}
    >
      {from && (
        <path
          d={`M${pathOf.join('L')}Z`}
          fill="none"
          stroke="#fff"
          strokeWidth={width / 400}
          strokeDasharray="8 8"
        />
      )}
      <circle cx={x} cy={y} r={1.4 * reach} fill="transparent" />
      <circle cx={x} cy={y} r={0.7 * reach} fill="#fff" stroke="#000" strokeWidth={width / 400} />
      <path
        d={`M${x - reach / 2} ${y}H${x + reach / 2}M${x} ${y - reach / 2}V${y + reach / 2}`}
        stroke="#000"
        strokeWidth={width / 300}
      />
    </g>
  );
}
