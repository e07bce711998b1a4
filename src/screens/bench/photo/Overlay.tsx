import { useRef } from 'react';
import { ShiftHandle } from './ShiftHandle.tsx';
import {
  edgeAt,
  edgeLine,
  edgeNames,
  moveEdge,
  widthsOf,
  type Edges,
  type UndersideColumn,
} from '../../../engines/underside/index.ts';

interface OverlayProps {
  url: string;
  width: number;
  height: number;
  columns: readonly UndersideColumn[];
  /** Each column's edges; null where none were read or set. */
  edges: readonly (Edges | null)[];
  /** The column whose edges can be moved. */
  chosen: number | null;
  columnMm: number;
  onChoose: (index: number) => void;
  /** Left out: the overlay is only looked at. */
  onMove?: (index: number, edges: Edges) => void;
  /** The chosen column as a whole was moved by so many px of the photo. */
  onShift?: (index: number, dx: number, dy: number) => void;
}

/** The columns laid over their photo; the chosen one's edges can be dragged, or moved with the arrow keys. */
export function Overlay(props: OverlayProps) {
  const { url, width, height, columns, edges, chosen, columnMm, onChoose, onMove, onShift } = props;
  const svg = useRef<SVGSVGElement>(null);
  const dragged = useRef<number | null>(null);
  const thick = width / 400;
  const column = chosen === null ? null : columns[chosen]!;
  const own = chosen === null ? null : edges[chosen]!;
  const at = (event: React.PointerEvent): [number, number] => {
    const box = svg.current!.getBoundingClientRect();
    return [
      ((event.clientX - box.left) * width) / box.width,
      ((event.clientY - box.top) * height) / box.height,
    ];
  };
  const move = (which: number, to: number) => onMove?.(chosen!, moveEdge(own!, which, to));
  const alongKeys = (key: React.KeyboardEvent, which: number) => {
    const step = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[key.key];
    if (step === undefined) return;
    key.preventDefault();
    move(which, own![which]! + (step * (key.shiftKey ? 0.5 : 0.1)) / columnMm);
  };
  return (
    <div className="relative w-full max-w-3xl">
      <img src={url} alt="The photo" className="block w-full" />
      <svg
        ref={svg}
        viewBox={`0 0 ${width} ${height}`}
        className="absolute inset-0 h-full w-full touch-none"
        role="group"
        aria-label="Columns found on the photo"
        onPointerMove={(event) => {
          if (dragged.current !== null && column) move(dragged.current, edgeAt(column.outline, at(event)));
        }}
        onPointerUp={() => (dragged.current = null)}
        onPointerLeave={() => (dragged.current = null)}
      >
        {columns.map((one, index) => (
          <g key={index} fill="none" strokeWidth={thick} onClick={() => onChoose(index)}>
            <path
              d={pathOf(one.outline)}
              stroke="#000"
              fill="transparent"
              strokeDasharray={edges[index] ? undefined : '8 8'}
            />
            <path d={pathOf(one.outline)} stroke="#fff" strokeWidth={thick / 2.5} />
            {edges[index] && <Stripe outline={one.outline} edges={edges[index]} thick={thick} />}
          </g>
        ))}
        {onMove &&
          column &&
          own?.map((edge, which) => {
            const [[x1, y1], [x2, y2]] = edgeLine(column.outline, edge);
            const line = { x1, y1, x2, y2 };
            return (
              <g
                key={which}
                role="slider"
                tabIndex={0}
                aria-label={`Column ${chosen! + 1}, ${edgeNames[which]}`}
                aria-valuemin={-0.5 * columnMm}
                aria-valuemax={1.5 * columnMm}
                aria-valuenow={Math.round(edge * columnMm * 10) / 10}
                aria-valuetext={`${(edge * columnMm).toFixed(1)} mm from where the column was found`}
                className="cursor-ew-resize outline-offset-2"
                onPointerDown={(event) => {
                  dragged.current = which;
                  svg.current!.setPointerCapture(event.pointerId);
                }}
                onKeyDown={(key) => alongKeys(key, which)}
              >
                <line {...line} stroke="transparent" strokeWidth={width / 60} />
                <line {...line} stroke="#000" strokeWidth={thick * 2} />
                <line {...line} stroke="#fff" strokeWidth={thick} />
                <circle
                  cx={x1 + ((x2 - x1) * (which + 1)) / 5}
                  cy={y1 + ((y2 - y1) * (which + 1)) / 5}
                  r={width / 120}
                  fill="#fff"
                  stroke="#000"
                  strokeWidth={thick}
                />
              </g>
            );
          })}
        {onShift && column && (
          <ShiftHandle
            key={`${chosen} ${column.outline.join()}`}
            outline={column.outline}
            name={`Column ${chosen! + 1}`}
            {...{ width, height, at }}
            onShift={(dx, dy) => onShift(chosen!, dx, dy)}
          />
        )}
      </svg>
    </div>
  );
}

function Stripe({
  outline,
  edges,
  thick,
}: {
  outline: UndersideColumn['outline'];
  edges: Edges;
  thick: number;
}) {
  const [left, right] = [edgeLine(outline, edges[1]), edgeLine(outline, edges[2])];
  const path = pathOf([left[0], right[0], right[1], left[1]]);
  return (
    <>
      <path d={path} stroke="#fff" />
      <path d={path} stroke="#000" strokeWidth={thick / 2.5} />
    </>
  );
}

/** A column's widths in words: "3.4 · 3.2 · 3.4 mm". */
export function widthsText(edges: Edges, columnMm: number): string {
  const { left, bobbin, right } = widthsOf(edges, columnMm);
  return `${[left, bobbin, right].map((width) => width.toFixed(1)).join(' · ')} mm`;
}

const pathOf = (corners: readonly (readonly [number, number])[]) =>
  `M${corners.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;
