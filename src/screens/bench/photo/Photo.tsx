import { useState } from 'react';
import type { BlockColumn } from '../../../core/tension/block/block.ts';
import { edgesOf, widthsOf, type Edges } from '../../../core/tension/underside/edges.ts';
import { photograph } from '../../../simulators/block-camera.ts';
import { counted } from '../../../parts/text.ts';
import { without } from '../../../parts/without.ts';
import { Overlay, widthsText } from './Overlay.tsx';
import { pictureFile } from './simulated-photo.ts';
import { usePhoto } from './usePhoto.ts';

interface PhotoProps {
  /** Positions from left to right as the operator stands before the head. */
  order: readonly number[];
  colourAt: (position: number) => string;
  bobbinColour: string;
  onUse: (columns: BlockColumn[]) => void;
}

/** A photo of the block's back: its columns found and measured, laid over the photo, corrected, taken over as widths. */
export function Photo({ order, colourAt, bobbinColour, onUse }: PhotoProps) {
  const { state, read: readPhoto, clear } = usePhoto();
  const [file, setFile] = useState<File | null>(null);
  const [count, setCount] = useState(order.length);
  const [columnMm, setColumnMm] = useState(10);
  const [isMirrored, setIsMirrored] = useState(true);
  const [chosen, setChosen] = useState<number | null>(null);
  const [moved, setMoved] = useState<Readonly<Record<number, Edges>>>({});

  function read(photo: File, asked: { count: number; columnMm: number }): void {
    setFile(photo);
    setChosen(null);
    setMoved({});
    readPhoto(photo, asked);
  }
  // From below the block lies the other way round: the left-most column belongs to the right-most position.
  const sewn = order.slice(0, count);
  const positions = isMirrored ? [...sewn].reverse() : sewn;
  const columns = state.is === 'read' ? state.columns : [];
  const edges = columns.map((one, index) => moved[index] ?? (one.widths ? edgesOf(one) : null));
  const good = edges.filter((one) => one !== null).length;

  function blockColumn(own: Edges, index: number): BlockColumn {
    const { left, bobbin, right } = widthsOf(own, columnMm);
    return {
      position: positions[index]!,
      left: tenth(left),
      bobbin: tenth(bobbin),
      right: tenth(right),
      unevenness: columns[index]!.unevenness,
      ...(moved[index] && { corrected: true }),
    };
  }

  async function simulate(): Promise<void> {
    const common = 0.2 * (Math.random() - 0.5);
    const sitting = {
      columns: positions.map((position) => {
        const share = Math.min(0.8, Math.max(0.05, 0.35 + common + 0.06 * (Math.random() - 0.5)));
        const side = (columnMm * (1 - share)) / 2;
        return { position, left: side, bobbin: columnMm * share, right: side, thread: colourAt(position) };
      }),
      bobbin: bobbinColour,
      cloth: '#e4ddcb',
      tilt: 8 * (Math.random() - 0.5),
      shade: 0.3 * Math.random(),
      blur: 2 * Math.random(),
    };
    read(await pictureFile(photograph(sitting, Math.random)), { count, columnMm });
  }

  return (
    <details className="mx-3 mt-2">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Read it from a photo</summary>
      <div className="flex flex-wrap items-center gap-3">
        <label className="text-sm font-semibold">
          Photo of the back
          <input
            type="file"
            accept="image/png,image/jpeg"
            capture="environment"
            className="file-input ms-2"
            onChange={(change) => {
              const photo = change.target.files?.[0];
              if (photo) read(photo, { count, columnMm });
            }}
          />
        </label>
        <label className="text-sm font-semibold">
          Columns
          <input
            type="number"
            min={1}
            max={order.length}
            className="input figures ms-2 w-20"
            value={count}
            onChange={(change) =>
              setCount(Math.max(1, Math.min(order.length, Number(change.target.value) || 1)))
            }
          />
        </label>
        <label className="text-sm font-semibold">
          each
          <select
            className="select ms-2 w-36"
            value={columnMm}
            onChange={(change) => setColumnMm(Number(change.target.value))}
          >
            {[5, 10].map((width) => (
              <option key={width} value={width}>
                {width} mm wide
              </option>
            ))}
          </select>
        </label>
        <label className="text-sm font-semibold">
          The left-most is
          <select
            className="select ms-2 w-36"
            value={isMirrored ? 'mirrored' : 'straight'}
            onChange={(change) => setIsMirrored(change.target.value === 'mirrored')}
          >
            <option value="mirrored">position {sewn.at(-1)}</option>
            <option value="straight">position {sewn[0]}</option>
          </select>
        </label>
        {file && (
          <button type="button" className="btn" onClick={() => read(file, { count, columnMm })}>
            Read again
          </button>
        )}
        <button type="button" className="btn" onClick={() => void simulate()}>
          Photo from the simulated camera
        </button>
        {state.is === 'reading' && (
          <button
            type="button"
            className="btn"
            onClick={() => {
              clear();
            }}
          >
            Cancel
          </button>
        )}
      </div>
      <div role="status" className="mt-2">
        {state.is === 'reading' && <p>Reading the photo …</p>}
        {state.is === 'refused' && <p className="font-semibold">× {state.why}</p>}
        {state.is === 'read' && (
          <div className="grid gap-2">
            <p>
              <b>
                {good} of {counted(state.columns.length, 'column')} read
              </b>{' '}
              in {(state.ms / 1000).toFixed(1)} s. Look whether the frames lie on the columns and the lines on
              the stripes. Touch a column to move its edges.
            </p>
            <Overlay
              url={state.url}
              width={state.width}
              height={state.height}
              columns={columns}
              edges={edges}
              chosen={chosen}
              columnMm={columnMm}
              onChoose={setChosen}
              onMove={(index, to) => setMoved({ ...moved, [index]: to })}
            />
            <div className="flex flex-wrap items-center gap-3">
              <label className="text-sm font-semibold">
                Edges of
                <select
                  className="select ms-2 w-48"
                  value={chosen ?? ''}
                  onChange={(change) =>
                    setChosen(change.target.value === '' ? null : Number(change.target.value))
                  }
                >
                  <option value="">no column</option>
                  {columns.map((_, index) => (
                    <option key={index} value={index}>
                      column {index + 1}, position {positions[index]}
                    </option>
                  ))}
                </select>
              </label>
              {chosen !== null && edges[chosen] && (
                <span className="figures">
                  {widthsText(edges[chosen], columnMm)}
                  {moved[chosen] && <b> · corrected by hand</b>}
                </span>
              )}
              {chosen !== null && !edges[chosen] && (
                <button
                  type="button"
                  className="btn"
                  onClick={() => setMoved({ ...moved, [chosen]: edgesOf({ widths: null }) })}
                >
                  Set its edges by hand
                </button>
              )}
              {chosen !== null && moved[chosen] && (
                <button
                  type="button"
                  className="btn"
                  onClick={() => setMoved(without(moved, String(chosen)))}
                >
                  As it was read
                </button>
              )}
            </div>
            <ul>{columns.map((one, index) => one.why && !moved[index] && <li key={index}>{one.why}</li>)}</ul>
            <p>
              <button
                type="button"
                className="btn btn-primary"
                disabled={good === 0}
                onClick={() => onUse(edges.flatMap((own, index) => (own ? [blockColumn(own, index)] : [])))}
              >
                Take these widths
              </button>
            </p>
          </div>
        )}
      </div>
    </details>
  );
}

const tenth = (value: number) => Math.round(value * 10) / 10;
