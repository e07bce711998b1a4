import { useRef, useState } from 'react';
import {
  readBlock,
  shareSchools,
  type BlockColumn,
  type BlockVerdict,
} from '../../../core/tension/block/block.ts';
import type { Schools } from '../../../core/advice/schools.ts';
import { Column } from './Column.tsx';
import { Photo } from '../photo/Photo.tsx';
import {
  nextPlace,
  placeBefore,
  typedWidths,
  wholeColumns,
  type Place,
  type Widths,
} from './block-typing.ts';

interface BlockProps {
  order: readonly number[];
  schools: Schools;
  /** The last block read here. */
  before: readonly BlockColumn[];
  colourAt: (position: number) => string;
  bobbinColour: string;
  onKeep: (columns: BlockColumn[]) => void;
}

/** The underside of a test block: every position's column to scale under the rail, typed width by width. */
export function Block({ order, schools, before, colourAt, bobbinColour, onKeep }: BlockProps) {
  const [widths, setWidths] = useState<Widths>({});
  const [place, setPlace] = useState<Place | null>({ position: order[0]!, part: 'left' });
  const [text, setText] = useState('');
  const [why, setWhy] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const isNew = Object.keys(widths).length > 0;
  const columns = isNew ? wholeColumns(widths, order) : before;
  const verdict = columns.length > 0 ? readBlock(columns, schools.share, schools.start) : null;

  function enter(): void {
    const numbers = typedWidths(text);
    if (!numbers || !place) {
      setWhy('Type a width in mm, 0 to 60, or a whole column: 3.4 3.2 3.4');
      return;
    }
    let next: Place | null = place;
    let all = widths;
    for (const value of numbers) {
      if (!next) break;
      const { position, part }: Place = next;
      // A width typed anew is no longer the photo's.
      const { left, bobbin, right } = all[position] ?? {};
      all = { ...all, [position]: { left, bobbin, right, [part]: value } };
      next = nextPlace(next, order);
    }
    setWidths(all);
    setPlace(next);
    setText('');
    setWhy('');
  }
  function goTo(position: number): void {
    setPlace({ position, part: 'left' });
    field.current?.focus();
  }

  return (
    <section aria-label="Test block" className="border-t py-3 rule">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-3">
        <h2>Test block, seen from below</h2>
        <span className="quiet text-sm">
          Bobbin should show {shareSchools[schools.share].name} of the width; between the marks it is right.
          Two layers of cut-away, one column a position.
        </span>
      </div>
      <div className="overflow-x-auto">
        <div className="weave-grid pt-2" role="group" aria-label="Columns by position">
          {order.map((position) => {
            const column = isNew
              ? wholeColumns(widths, [position])[0]
              : before.find((one) => one.position === position);
            return (
              <button
                key={position}
                type="button"
                className="grid min-h-11 justify-items-center gap-0.5 rounded py-1 hover:bg-base-100 aria-[current=true]:shadow-[inset_0_0_0_2.5px_var(--color-primary)]"
                aria-current={place?.position === position}
                aria-label={columnText(position, column, verdict)}
                onClick={() => goTo(position)}
              >
                <Column
                  column={column ?? null}
                  typed={widths[position] ?? {}}
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
      <Photo
        order={order}
        colourAt={colourAt}
        bobbinColour={bobbinColour}
        onUse={(read) => {
          setWidths(Object.fromEntries(read.map(({ position, ...three }) => [position, three])));
          const open = order.find((position) => !read.some((one) => one.position === position));
          setPlace(open === undefined ? null : { position: open, part: 'left' });
        }}
      />
      <form
        className="mt-2 flex flex-wrap items-center gap-2 px-3"
        aria-label="Widths of the block"
        onSubmit={(submit) => {
          submit.preventDefault();
          enter();
        }}
      >
        <label className="font-semibold">
          {place ? (
            <>
              Position {place.position},{' '}
              {place.part === 'bobbin' ? 'bobbin stripe' : `top thread ${place.part}`}
            </>
          ) : (
            'All columns are in'
          )}
          <input
            ref={field}
            className="input figures ms-2 w-32 text-lg"
            inputMode="decimal"
            autoComplete="off"
            placeholder="mm"
            disabled={!place}
            value={text}
            onChange={(change) => setText(change.target.value)}
            onKeyDown={(key) => {
              if (key.key !== 'Backspace' || text !== '' || !place) return;
              key.preventDefault();
              setPlace(placeBefore(place, order) ?? place);
            }}
          />
        </label>
        <button type="submit" className="btn" disabled={!place}>
          Next
        </button>
        {isNew && (
          <>
            <button
              type="button"
              className="btn btn-primary"
              disabled={columns.length === 0}
              onClick={() => {
                onKeep([...columns]);
                setWidths({});
                setPlace({ position: order[0]!, part: 'left' });
              }}
            >
              Keep this block
            </button>
            <button
              type="button"
              className="btn"
              onClick={() => {
                setWidths({});
                setPlace({ position: order[0]!, part: 'left' });
              }}
            >
              Begin anew
            </button>
          </>
        )}
        {why && <span role="alert">× {why}</span>}
      </form>
      <div className="px-3 pt-2" role="status" aria-live="polite">
        {verdict ? (
          <>
            <p className="text-lg font-semibold first-letter:uppercase">{verdict.says}</p>
            {verdict.also.map((one) => (
              <p key={one}>{one}</p>
            ))}
            {!isNew && <p className="quiet text-sm">As last read. Type widths to read a new block.</p>}
          </>
        ) : (
          <p className="quiet">
            Sew one column per position, turn the block over, and type the three widths of each: Enter goes on
            to the next.
          </p>
        )}
      </div>
    </section>
  );
}

function readingOf(position: number, verdict: BlockVerdict | null) {
  return verdict?.columns.find((one) => one.position === position);
}

function markOf(position: number, verdict: BlockVerdict | null): string {
  const move = verdict?.moves.find((one) => one.part === 'knob' && one.position === position);
  if (move) return move.way;
  return readingOf(position, verdict)?.offCentre ? 'off centre' : '';
}

function columnText(position: number, column: BlockColumn | undefined, verdict: BlockVerdict | null): string {
  if (!column) return `Position ${position}: not read`;
  const { left, bobbin, right } = column;
  const mark = markOf(position, verdict);
  return `Position ${position}: ${left} mm top, ${bobbin} mm bobbin, ${right} mm top${mark ? `, ${mark}` : ''}${column.corrected ? ', corrected by hand' : ''}`;
}
