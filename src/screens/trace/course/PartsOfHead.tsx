import { useEffect } from 'react';
import { railOrder } from '../../../core/head/rail-order.ts';
import { cleared, partChances } from '../../../core/trace/advise.ts';
import { partKeys, parts, type Part } from '../../../core/trouble/parts.ts';
import { locations } from '../../../core/trouble/locations.ts';
import { stepOf } from '../../../core/trouble/steps/index.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import { useSideScroll } from '../../../parts/rail/useSideScroll.ts';
import type { TraceState } from './useTrace.ts';

const isOwn = (part: Part) => locations[parts[part].sits].isOwn;
const own = partKeys.filter(isOwn);
const shared = partKeys.filter((part) => !isOwn(part) && part !== 'other');
/** So many columns beside the position carry the names. */
const nameColumns = 4;

/** The head as parts: the position's own under it in the rail, the shared ones across; filled by how likely each holds the fault. */
export function PartsOfHead({ state }: { state: TraceState }) {
  const { data } = useFrame();
  const { positions, numberingSide } = data.machine;
  const side = useSideScroll<HTMLDivElement>();
  const chances = new Map(partChances(state.shown).map(({ part, chance }) => [part, chance]));
  const chanceOf = (part: Part) => chances.get(part) ?? 0;
  const next: readonly Part[] = state.step && !state.course.ending ? stepOf(state.step).parts : [];
  const isNext = (part: Part) => next.includes(part) && chanceOf(part) >= cleared;
  const column = railOrder(positions, numberingSide).indexOf(state.where.position) + 1;
  // Wider than the window: the position's own column comes into the middle, and the rail with it.
  useEffect(() => {
    const box = side.current;
    if (!box || box.scrollWidth <= box.clientWidth) return;
    box.scrollLeft = ((column - 0.5) / positions) * box.scrollWidth - box.clientWidth / 2;
  }, [side, column, positions]);
  const isNameLeft = column + nameColumns > positions;
  const firstNext = own.find(isNext);
  const names = isNameLeft
    ? `${Math.max(1, column - nameColumns)} / ${column}`
    : `${column + 1} / ${Math.min(positions, column + nameColumns) + 1}`;
  return (
    <div
      ref={side}
      role="group"
      aria-label="Parts of the head, by how likely each holds the fault"
      // Wider than a phone: it is moved by the arrow keys too.
      tabIndex={0}
      className="overflow-x-auto overflow-y-hidden border-b pt-1 pb-2 rule max-sm:order-2 max-sm:border-t"
    >
      <div className="weave-grid">
        {own.map((part, row) => (
          <PartRow
            key={part}
            part={part}
            chance={chanceOf(part)}
            isNext={isNext(part)}
            isFirst={part === firstNext}
            row={row + 1}
            column={column}
            names={names}
            isNameLeft={isNameLeft}
          />
        ))}
        <ul
          className="col-span-full mt-1.5 grid auto-cols-fr grid-flow-col gap-1"
          style={{ gridRow: own.length + 1 }}
          aria-label="Shared parts"
        >
          {shared.map((part) => (
            <li
              key={part}
              className="relative h-9 min-w-0 overflow-hidden border bg-base-100 [border-color:var(--cone-edge)]"
            >
              <Fill chance={chanceOf(part)} />
              <span
                className={`relative flex h-full items-center justify-between gap-1 px-1 text-xs leading-3 ${chanceOf(part) < cleared ? 'quiet line-through' : ''} ${isNext(part) ? 'font-bold' : ''}`}
              >
                <span className="min-w-0">{parts[part].name}</span>
                <span className="figures shrink-0 whitespace-nowrap">{percentText(chanceOf(part))}</span>
              </span>
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}

interface PartRowProps {
  part: Part;
  chance: number;
  isNext: boolean;
  /** The first part that the next step is about: it is said once. */
  isFirst: boolean;
  row: number;
  column: number;
  names: string;
  isNameLeft: boolean;
}

function PartRow({ part, chance, isNext, isFirst, row, column, names, isNameLeft }: PartRowProps) {
  const isCleared = chance < cleared;
  return (
    <>
      <span
        className="relative h-[1.2rem] overflow-hidden border-x border-b bg-base-100 [border-color:var(--cone-edge)] first:border-t"
        style={{ gridColumn: column, gridRow: row }}
        aria-hidden="true"
      >
        <Fill chance={chance} />
      </span>
      <span
        className={`flex items-center gap-2 px-2 text-sm leading-4 whitespace-nowrap ${isNameLeft ? 'flex-row-reverse' : ''} ${isNext ? 'font-bold' : ''}`}
        style={{ gridColumn: names, gridRow: row }}
      >
        <span className="figures w-9 shrink-0 text-end">{percentText(chance)}</span>
        <span className={isCleared ? 'quiet line-through' : ''}>{parts[part].name}</span>
        {isFirst && <span className="text-xs">{isNameLeft ? 'next step ▸' : '◂ next step'}</span>}
      </span>
    </>
  );
}

function Fill({ chance }: { chance: number }) {
  return (
    <span
      className="absolute inset-y-0 start-0 bg-base-content/25"
      style={{ width: `${Math.round(100 * chance)}%` }}
      aria-hidden="true"
    />
  );
}

const percentText = (chance: number) => (chance < cleared ? '–' : `${Math.round(chance * 100)} %`);
