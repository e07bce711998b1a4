import { readBlock, shareSchools, type BlockColumn } from '../../../core/tension/block/block.ts';
import type { KnownCase } from '../../../core/tension/block/known-case.ts';
import type { Schools } from '../../../core/advice/schools.ts';
import { Photo } from '../photo/Photo.tsx';
import { Columns } from './Columns.tsx';
import { useWidths } from './useWidths.ts';
import { WidthsForm } from './WidthsForm.tsx';

interface BlockProps {
  order: readonly number[];
  schools: Schools;
  /** What is known of the case that sews; null: it is to be gauged. */
  known: KnownCase | null;
  /** The last block read here. */
  before: readonly BlockColumn[];
  colourAt: (position: number) => string;
  bobbinColour: string;
  onKeep: (columns: BlockColumn[]) => void;
}

/** The underside of a test block: every position's column to scale under the rail, typed width by width. */
export function Block({ order, schools, known, before, colourAt, bobbinColour, onKeep }: BlockProps) {
  const typing = useWidths(order, onKeep);
  const { isNew } = typing;
  const columns = isNew ? typing.columns : before;
  const verdict = columns.length > 0 ? readBlock(columns, schools.share, schools.start, known) : null;

  return (
    <section aria-label="Test block" className="border-t py-3 rule">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-3">
        <h2>Test block, seen from below</h2>
        <span className="quiet text-sm">
          Bobbin should show {shareSchools[schools.share].name} of the width; between the marks it is right.
          Two layers of cut-away, one column a position.
        </span>
      </div>
      <Columns
        order={order}
        typing={typing}
        columns={columns}
        verdict={verdict}
        schools={schools}
        colourAt={colourAt}
        bobbinColour={bobbinColour}
      />
      <Photo order={order} colourAt={colourAt} bobbinColour={bobbinColour} onUse={typing.fromPhoto} />
      <WidthsForm typing={typing} />
      <div className="px-3 pt-2" role="status" aria-live="polite">
        {verdict ? (
          <>
            <p className="text-lg font-semibold first-letter:uppercase">{verdict.says}</p>
            {verdict.test && <p>{verdict.test}</p>}
            {verdict.also.map((sentence) => (
              <p key={sentence}>{sentence}</p>
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
