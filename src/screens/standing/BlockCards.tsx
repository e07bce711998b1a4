import { split, withBlock, withoutBlock } from '../../core/plan/scheme/edit.ts';
import { positionsOf, rangeText, type Block } from '../../core/plan/blocks/scheme.ts';
import { weightClassKeys, weightText } from '../../core/plan/blocks/weight-classes.ts';
import type { PlanProblem } from '../../engines/planner/index.ts';
import { needleText } from '../../core/needle/label.ts';
import Ellipsis from 'lucide-react/icons/ellipsis';
import { Popover } from '../../parts/frame/top/Popover.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import { Swatch } from '../../parts/thread/Swatch.tsx';

interface BlockCardsProps {
  blocks: readonly Block[];
  problem: PlanProblem;
  /** Null: only to look at. */
  onBlocks: ((blocks: readonly Block[]) => void) | null;
}

/** Block by block: what it is for and why, its needle, its thread weight, and who lives on which position. */
export function BlockCards({ blocks, problem, onBlocks }: BlockCardsProps) {
  const { data } = useFrame();
  const { classes } = problem;
  const needles = [
    ...new Set([
      ...data.needleKinds.map(({ spec }) => needleText(spec)),
      ...blocks.flatMap(({ needle }) => needle ?? []),
    ]),
  ].sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));
  return (
    <ol aria-label="Blocks" className="grid gap-3">
      {blocks.map((block, at) => {
        const set = (change: Partial<Block>) => onBlocks?.(withBlock({ blocks }, at, change, classes).blocks);
        return (
          <li key={block.from} className="sheet grid gap-2 p-3" aria-label={block.name}>
            <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
              <b className="figures w-20 text-xl">{rangeText(block)}</b>
              {onBlocks ? (
                <input
                  className="input min-w-36 flex-1 font-semibold"
                  aria-label={`Name of the block on ${rangeText(block)}`}
                  value={block.name}
                  maxLength={60}
                  onChange={(change) => set({ name: change.target.value })}
                />
              ) : (
                <b className="grow">{block.name}</b>
              )}
              {onBlocks ? (
                <Needles block={block} needles={needles} onNeedle={(needle) => set({ needle })} />
              ) : (
                <span>{block.needle}</span>
              )}
              {onBlocks && (
                <Shape
                  block={block}
                  isOnly={blocks.length === 1}
                  onUse={(use) => set({ use })}
                  onCut={() =>
                    onBlocks(split({ blocks }, at, Math.floor((block.from + block.to) / 2)).blocks)
                  }
                  onGiveUp={() => onBlocks(withoutBlock({ blocks }, at, classes).blocks)}
                />
              )}
              {block.use === 'odd' ? (
                <span className="quiet w-28 text-sm">any thread</span>
              ) : onBlocks ? (
                <select
                  className="select w-28"
                  aria-label={`Thread weight of ${block.name}`}
                  value={block.weight ?? ''}
                  onChange={(change) => set({ weight: change.target.value || null })}
                >
                  <option value="">any weight</option>
                  {weightClassKeys.map((key) => (
                    <option key={key} value={key}>
                      {weightText(key)}
                    </option>
                  ))}
                </select>
              ) : (
                <span className="quiet">{weightText(block.weight)}</span>
              )}
            </div>
            {block.reason && <p className="leading-5">{block.reason}</p>}
            {block.use === 'work' && (
              <ul className="flex flex-wrap gap-x-4 gap-y-1" aria-label={`Who lives on ${block.name}`}>
                {positionsOf(block).map((position, index) => (
                  <Tenant
                    key={position}
                    position={position}
                    threadId={block.threads[index] ?? null}
                    weight={block.weight}
                    classes={classes}
                    onThread={
                      onBlocks &&
                      ((thread) =>
                        set({ threads: block.threads.map((old, other) => (other === index ? thread : old)) }))
                    }
                  />
                ))}
              </ul>
            )}
          </li>
        );
      })}
    </ol>
  );
}

interface ShapeProps {
  block: Block;
  isOnly: boolean;
  onUse: (use: Block['use']) => void;
  onCut: () => void;
  onGiveUp: () => void;
}

/** What is changed of a block as a whole. */
function Shape({ block, isOnly, onUse, onCut, onGiveUp }: ShapeProps) {
  return (
    <div className="order-last">
      <Popover
        label={<Ellipsis className="size-5" aria-label={`More of ${block.name}`} />}
        className="btn-ghost px-2"
      >
        <div className="sheet absolute end-0 z-30 mt-1 grid w-72 gap-2 p-3 shadow-md">
          <label className="flex min-h-11 items-center gap-2 font-semibold">
            <input
              type="checkbox"
              className="checkbox"
              checked={block.use === 'odd'}
              onChange={(change) => onUse(change.target.checked ? 'odd' : 'work')}
            />
            for tracing and odd colours
          </label>
          <button type="button" className="btn" disabled={block.from === block.to} onClick={onCut}>
            Cut in two
          </button>
          <button type="button" className="btn" disabled={isOnly} onClick={onGiveUp}>
            Give the block up
          </button>
        </div>
      </Popover>
    </div>
  );
}

function Needles({
  block,
  needles,
  onNeedle,
}: {
  block: Block;
  needles: readonly string[];
  onNeedle: (needle: string) => void;
}) {
  return (
    <select
      className="select w-52"
      aria-label={`Needle of ${block.name}`}
      value={block.needle ?? ''}
      onChange={(change) => onNeedle(change.target.value)}
    >
      {block.needle === null && <option value="">choose a needle</option>}
      {needles.map((needle) => (
        <option key={needle}>{needle}</option>
      ))}
    </select>
  );
}

interface TenantProps {
  position: number;
  threadId: string | null;
  weight: string | null;
  classes: Readonly<Record<string, string>>;
  onThread: ((thread: string | null) => void) | null;
}

/** The thread that lives on a position; open to any of the block's weight. */
function Tenant({ position, threadId, weight, classes, onThread }: TenantProps) {
  const { threads, threadName } = useFrame();
  const thread = threads.get(threadId ?? '');
  const may = [...threads.values()].filter(({ id }) => weight === null || classes[id] === weight);
  return (
    <li className="flex items-center gap-1.5">
      <b className="figures w-6 text-end">{position}</b>
      {thread ? (
        <Swatch thread={thread} className="size-6" />
      ) : (
        <span
          className="size-6 rounded border border-dashed [border-color:var(--cone-edge)]"
          aria-hidden="true"
        />
      )}
      {onThread ? (
        <select
          className="select w-48"
          aria-label={`Who lives on position ${position}`}
          value={threadId ?? ''}
          onChange={(change) => onThread(change.target.value || null)}
        >
          <option value="">any colour</option>
          {may.map(({ id }) => (
            <option key={id} value={id}>
              {threadName(id)}
            </option>
          ))}
        </select>
      ) : (
        <span className="text-sm">{thread ? threadName(thread.id) : 'any colour'}</span>
      )}
    </li>
  );
}
