import { shareSchools, type BlockColumn } from '../../../core/tension/block/block.ts';
import type { BlockVerdict } from '../../../core/tension/block/verdict.ts';
import type { Schools } from '../../../core/advice/schools.ts';
import { Column } from './Column.tsx';
import type { Typing } from './useWidths.ts';

interface ColumnsProps {
  order: readonly number[];
  typing: Typing;
  columns: readonly BlockColumn[];
  verdict: BlockVerdict | null;
  schools: Schools;
  colourAt: (position: number) => string;
  bobbinColour: string;
}

/** Every position's column to scale under the rail; a touch goes to its widths. */
export function Columns({ order, typing, columns, verdict, schools, colourAt, bobbinColour }: ColumnsProps) {
  return (
    <div className="overflow-x-auto">
      <div className="weave-grid pt-2" role="group" aria-label="Columns by position">
        {order.map((position) => {
          const column = columns.find((read) => read.position === position);
          return (
            <button
              key={position}
              type="button"
              className="grid min-h-11 justify-items-center gap-0.5 rounded py-1 hover:bg-base-100 aria-[current=true]:shadow-[inset_0_0_0_2.5px_var(--color-primary)]"
              aria-current={typing.place?.position === position}
              aria-label={columnText(position, column, verdict)}
              onClick={() => typing.goTo(position)}
            >
              <Column
                column={column ?? null}
                typed={typing.widths[position] ?? {}}
                thread={colourAt(position)}
                bobbin={bobbinColour}
                band={shareSchools[schools.share]}
              />
              <span className="figures min-h-4 text-xs leading-4">
                {column
                  ? `${Math.round((100 * column.bobbin) / (column.left + column.bobbin + column.right))} %`
                  : ''}
              </span>
              <b className="figures min-h-4 text-xs leading-4">{markOf(position, verdict)}</b>
              {column?.corrected && <span className="text-xs leading-4">by hand</span>}
            </button>
          );
        })}
      </div>
    </div>
  );
}

function readingOf(position: number, verdict: BlockVerdict | null) {
  return verdict?.columns.find((column) => column.position === position);
}

function markOf(position: number, verdict: BlockVerdict | null): string {
  const move = verdict?.moves.find(
    (candidate) => candidate.part === 'knob' && candidate.position === position,
  );
  if (move) return move.way;
  return readingOf(position, verdict)?.offCentre ? 'off centre' : '';
}

function columnText(position: number, column: BlockColumn | undefined, verdict: BlockVerdict | null): string {
  if (!column) return `Position ${position}: not read`;
  const { left, bobbin, right } = column;
  const mark = markOf(position, verdict);
  return `Position ${position}: ${left} mm top, ${bobbin} mm bobbin, ${right} mm top${mark ? `, ${mark}` : ''}${column.corrected ? ', corrected by hand' : ''}`;
}
