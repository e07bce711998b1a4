import { shareSchools } from '../../core/tension/block/block.ts';
import { edgesOf } from '../../engines/underside/index.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { Column } from './block/Column.tsx';
import { Overlay } from './photo/Overlay.tsx';
import type { Practice } from './usePractice.ts';

/** The test block from below, a knob under each column, and the photo of its back. */
export function PractiseBlock({ practice }: { practice: Practice }) {
  const { data } = useFrame();
  const { schools } = data;
  const { order, block, verdict, photo, isDone, colourAt } = practice;
  return (
    <section aria-label="Test block" className="-mx-3 border-t pt-3 rule lg:-mx-4">
      <div className="flex flex-wrap items-center gap-3 px-3">
        <h2>Test block, seen from below</h2>
        <span className="quiet text-sm">
          Bobbin should show {shareSchools[schools.share].name} of the width.
        </span>
        <button type="button" className="btn" disabled={isDone} onClick={practice.sew}>
          Sew the block
        </button>
        <button
          type="button"
          className="btn"
          disabled={!block || photo.state.is === 'reading'}
          onClick={() => void practice.takePhoto()}
        >
          {photo.state.is === 'reading' ? 'Reading the photo …' : 'Photograph its back'}
        </button>
      </div>
      <div className="overflow-x-auto">
        <div className="weave-grid pt-2">
          {order.map((position) => {
            const column = block?.find((candidate) => candidate.position === position) ?? null;
            const share = verdict?.columns.find((candidate) => candidate.position === position)?.share;
            return (
              <div key={position} className="grid justify-items-center gap-1">
                <Column
                  column={column}
                  typed={{}}
                  thread={colourAt(position)}
                  bobbin="#f6f5f0"
                  band={shareSchools[schools.share]}
                />
                <span className="figures min-h-4 text-xs leading-4">
                  {share === undefined ? '' : `${Math.round(100 * share)} %`}
                </span>
                {(['tighten', 'loosen'] as const).map((way) => (
                  <button
                    key={way}
                    type="button"
                    className="btn btn-square"
                    disabled={isDone}
                    aria-label={`Knob ${position}: ${way}`}
                    onClick={() =>
                      practice.move(
                        { does: 'knob', position, steps: way === 'tighten' ? 1 : -1 },
                        `Knob ${position} ${way === 'tighten' ? 'tightened' : 'loosened'} a little.`,
                      )
                    }
                  >
                    {way === 'tighten' ? '+' : '−'}
                  </button>
                ))}
              </div>
            );
          })}
        </div>
      </div>
      <PhotoOfBlock practice={practice} />
      <p className="quiet px-3 pt-2 text-sm">+ tightens a position’s knob, − loosens it.</p>
    </section>
  );
}

/** What the reader saw on the simulated camera's photo. */
function PhotoOfBlock({ practice: { photo, order } }: { practice: Practice }) {
  return (
    <>
      {photo.state.is === 'read' && (
        <div className="grid gap-2 px-3 pt-3">
          <p className="quiet text-sm">
            Seen from below the left-most column is position {order.at(-1)}. The reader’s lines lie over the
            simulated camera’s photo; the stripe is the bobbin thread.
          </p>
          <Overlay
            url={photo.state.url}
            width={photo.state.width}
            height={photo.state.height}
            columns={photo.state.columns}
            edges={photo.state.columns.map((column) => (column.widths ? edgesOf(column) : null))}
            chosen={null}
            columnMm={10}
            onChoose={() => undefined}
          />
          <ul>
            {photo.state.columns.map((column, index) => column.why && <li key={index}>{column.why}</li>)}
          </ul>
        </div>
      )}
      {photo.state.is === 'refused' && <p className="px-3">× {photo.state.why}</p>}
    </>
  );
}
