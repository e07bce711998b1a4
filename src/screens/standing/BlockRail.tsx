import { useRef } from 'react';
import type { Difference } from '../../core/plan/scheme/against.ts';
import { withBorder } from '../../core/plan/scheme/edit.ts';
import { homesOf, rangeText, type Block } from '../../core/plan/blocks/scheme.ts';
import { weightText } from '../../core/plan/blocks/weight-classes.ts';
import { whole } from '../../parts/text.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { blockColumns } from '../../parts/weave/block-columns.ts';
import type { Thread } from '../../schemas/workshop.ts';

interface BlockRailProps {
  blocks: readonly Block[];
  /** Positions from left to right. */
  order: readonly number[];
  differs: readonly Difference[];
  /** What each position sewed lately. */
  stitches: ReadonlyMap<number, number>;
  /** What each will have sewn with the trade of ends that is proposed; null: none is. */
  traded: ReadonlyMap<number, number> | null;
  threads: ReadonlyMap<string, Thread>;
  classes: Readonly<Record<string, string>>;
  /** Null: only to look at. */
  onBlocks: ((blocks: readonly Block[]) => void) | null;
}

/** The blocks under the rail's own positions, what should live on each, what differs there now, and how much it sews. */
export function BlockRail(props: BlockRailProps) {
  const { blocks, order, differs, stitches, traded, threads, classes, onBlocks } = props;
  const grid = useRef<HTMLDivElement>(null);
  const homes = new Map(homesOf({ blocks }).map((home) => [home.position, home]));
  // With a trade, both are told for as long a time again.
  const most = Math.max(1, ...[...stitches.values()].map((sewn) => (traded ? 2 * sewn : sewn)));
  const columnOf = (position: number) => order.indexOf(position) + 1;
  return (
    <div ref={grid} className="border-b pt-2 pb-1 rule">
      <div className="weave-grid relative gap-y-1" role="group" aria-label="Blocks of the scheme">
        {blocks.map((block, at) => {
          return (
            <div
              key={`${block.from} ${block.name}`}
              className={`row-start-1 mx-0.5 min-w-0 border-2 px-1.5 py-0.5 [border-color:var(--color-base-content)] ${block.use === 'odd' ? 'border-dashed' : ''} rounded-t-md bg-base-100`}
              style={{ gridColumn: blockColumns(block, order) }}
              title={block.reason}
            >
              <p
                className={`font-bold ${block.from === block.to ? 'line-clamp-2 text-xs leading-4 hyphens-auto [overflow-wrap:anywhere]' : 'truncate text-sm leading-5'}`}
              >
                {block.name}
              </p>
              <p className="figures quiet truncate text-xs leading-4">
                {block.needle ?? 'no needle'}
                {block.use === 'work' && ` · ${weightText(block.weight)}`}
              </p>
              <p className="sr-only">{block.reason}</p>
              {onBlocks && at < blocks.length - 1 && (
                <Border
                  blocks={blocks}
                  at={at}
                  order={order}
                  grid={grid}
                  onBorder={(to) => onBlocks(withBorder({ blocks }, at, to, classes).blocks)}
                />
              )}
            </div>
          );
        })}
        {order.map((position) => (
          <Home
            key={position}
            position={position}
            column={columnOf(position)}
            thread={threads.get(homes.get(position)?.thread ?? '')}
            has={homes.has(position)}
            differs={differs.find((difference) => difference.position === position)}
          />
        ))}
        {order.map((position) => (
          <Sewn
            key={position}
            column={columnOf(position)}
            position={position}
            sewn={stitches.get(position) ?? 0}
            then={traded?.get(position) ?? null}
            most={most}
          />
        ))}
      </div>
      <p className="quiet sticky start-0 max-w-dvw px-3 pt-1 text-sm">
        Under each position: the colour that lives there, and whether it is there now. Columns: thousands of
        stitches sewn lately
        {traded ? '; dark: if the same comes again, outlined: with the trade of ends below' : ''}.{' '}
        {onBlocks && 'Drag a border between two blocks, or move it with the arrow keys.'}
      </p>
    </div>
  );
}

interface SewnProps {
  column: number;
  position: number;
  sewn: number;
  /** With the trade; null: none is proposed. */
  then: number | null;
  most: number;
}

/** How much a position sewed, and with a trade what it will have sewn with and without. */
function Sewn({ column, position, sewn, then, most }: SewnProps) {
  const height = (stitches: number) => `${Math.max(stitches > 0 ? 1 : 0, (38 * stitches) / most)}px`;
  const said = `Position ${position}: ${whole(sewn)} stitches lately${then === null ? '' : `; ${whole(2 * sewn)} if the same comes again, ${whole(then)} with the trade`}`;
  return (
    <div
      className="row-start-3 flex h-14 flex-col items-center justify-end"
      style={{ gridColumn: column }}
      role="img"
      aria-label={said}
      title={said}
    >
      <span className="figures text-xs leading-4" aria-hidden="true">
        {sewn > 0 ? `${Math.round(sewn / 1000)}k` : ''}
      </span>
      <span className="flex items-end gap-0.5" aria-hidden="true">
        <span className="w-3.5 bg-base-content" style={{ height: height(then === null ? sewn : 2 * sewn) }} />
        {then !== null && (
          <span
            className="w-3.5 border bg-base-100 [border-color:var(--color-base-content)]"
            style={{ height: height(then) }}
          />
        )}
      </span>
    </div>
  );
}

interface HomeProps {
  position: number;
  column: number;
  thread: Thread | undefined;
  /** Some block has it. */
  has: boolean;
  differs: Difference | undefined;
}

function Home({ position, column, thread, has, differs }: HomeProps) {
  const what = !has
    ? ''
    : !differs
      ? 'there'
      : differs.isNeedle
        ? differs.isThread
          ? 'both'
          : 'needle'
        : 'thread';
  const said = !has
    ? 'in no block'
    : `${thread ? thread.name : 'any colour'}; ${differs ? `the ${what === 'both' ? 'needle and the thread' : what} there now ${what === 'both' ? 'are others' : 'is another'}` : 'as the scheme has it'}`;
  return (
    <div
      className="row-start-2 flex flex-col items-center gap-0.5"
      style={{ gridColumn: column }}
      role="img"
      aria-label={`Position ${position}: ${said}`}
    >
      {thread ? (
        <Swatch thread={thread} className="size-7" />
      ) : (
        <span
          className="quiet grid size-7 place-items-center rounded border border-dashed text-xs [border-color:var(--cone-edge)]"
          aria-hidden="true"
        >
          {has ? 'any' : ''}
        </span>
      )}
      <span
        aria-hidden="true"
        className={`figures rounded px-1 text-xs leading-4 ${differs ? 'bg-base-content font-bold text-base-100' : 'quiet'}`}
      >
        {differs ? `≠ ${what}` : what}
      </span>
    </div>
  );
}

interface BorderProps {
  blocks: readonly Block[];
  at: number;
  order: readonly number[];
  grid: React.RefObject<HTMLDivElement | null>;
  onBorder: (to: number) => void;
}

/** The border behind block `at`: dragged along the rail, or moved by the arrow keys as it is seen. */
function Border({ blocks, at, order, grid, onBorder }: BorderProps) {
  const [block, next] = [blocks[at]!, blocks[at + 1]!];
  const isRising = order[0]! < order.at(-1)!;
  // The border lies behind the block's last position: to the right where numbers rise, to the left where they fall.
  const positionAt = (x: number) => {
    const row = grid.current?.firstElementChild?.getBoundingClientRect();
    if (!row) return block.to;
    const style = getComputedStyle(grid.current!.firstElementChild!);
    const [start, end] = [parseFloat(style.paddingInlineStart), parseFloat(style.paddingInlineEnd)];
    const seat = (row.width - start - end) / order.length;
    const columns = Math.round((x - row.left - start) / seat);
    return isRising ? order[0]! + columns - 1 : order[0]! - columns;
  };
  const by = (steps: number) => onBorder(block.to + (isRising ? steps : -steps));
  return (
    <span
      role="separator"
      tabIndex={0}
      aria-orientation="vertical"
      aria-label={`Border between ${block.name} and ${next.name}`}
      aria-valuenow={block.to}
      aria-valuemin={block.from}
      aria-valuemax={next.to - 1}
      aria-valuetext={`${block.name} ${rangeText(block)}, ${next.name} ${rangeText(next)}`}
      className="absolute top-0 z-10 grid h-12 w-7 -translate-x-1/2 cursor-ew-resize touch-none place-items-center"
      style={edge(order, block.to, isRising)}
      onPointerDown={(press) => press.currentTarget.setPointerCapture(press.pointerId)}
      onPointerMove={(move) => {
        if (!move.currentTarget.hasPointerCapture(move.pointerId)) return;
        const to = positionAt(move.clientX);
        if (to !== block.to && to >= block.from && to < next.to) onBorder(to);
      }}
      onKeyDown={(key) => {
        if (key.key === 'ArrowLeft') by(-1);
        else if (key.key === 'ArrowRight') by(1);
        else return;
        key.preventDefault();
      }}
    >
      <span
        className="h-9 w-1.5 rounded-full bg-base-content outline-2 outline-base-200"
        aria-hidden="true"
      />
    </span>
  );
}

/** Where a border lies along the row of columns: behind the column of a position. */
function edge(order: readonly number[], to: number, isRising: boolean): React.CSSProperties {
  const column = order.indexOf(to);
  const columns = isRising ? column + 1 : column;
  const inner = '(100% - var(--weave-start, 0px) - 1rem)';
  return { left: `calc(var(--weave-start, 0px) + ${inner} * ${columns / order.length})` };
}
