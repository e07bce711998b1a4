import { useEffect, useState } from 'react';
import type { BlockColumn } from '../../core/tension/block.ts';
import type { UndersideColumn } from '../../core/tension/underside/read.ts';
import type { UndersideFile, UndersideSaid } from '../../workers/underside.ts';
import { counted } from '../../parts/text.ts';
import { useOneWorker } from '../useOneWorker.ts';

interface PhotoProps {
  /** Positions from left to right as the operator stands before the head. */
  order: readonly number[];
  onUse: (columns: BlockColumn[]) => void;
}

type State =
  | { is: 'none' }
  | { is: 'reading' }
  | { is: 'read'; columns: UndersideColumn[]; width: number; height: number; ms: number; url: string }
  | { is: 'refused'; why: string };

const newWorker = () =>
  new Worker(new URL('../../workers/underside.ts', import.meta.url), { type: 'module' });

/** A photo of the block's back: its columns found and measured, laid over the photo, and taken over as widths. */
export function Photo({ order, onUse }: PhotoProps) {
  const [state, setState] = useState<State>({ is: 'none' });
  const [file, setFile] = useState<File | null>(null);
  const [count, setCount] = useState(order.length);
  const [columnMm, setColumnMm] = useState(10);
  const [isMirrored, setIsMirrored] = useState(true);
  const { ask, end } = useOneWorker<UndersideFile, UndersideSaid>(newWorker);
  const url = state.is === 'read' ? state.url : null;
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url]);

  function read(photo: File, asked: UndersideFile['asked']): void {
    setFile(photo);
    setState({ is: 'reading' });
    ask({ file: photo, asked }, (said) => {
      setState(
        said.says === 'read'
          ? { is: 'read', ...said, url: URL.createObjectURL(photo) }
          : { is: 'refused', why: said.why },
      );
      return 'last';
    });
  }
  // From below the block lies the other way round: the left-most column belongs to the right-most position.
  const sewn = order.slice(0, count);
  const positions = isMirrored ? [...sewn].reverse() : sewn;
  const good = state.is === 'read' ? state.columns.filter((one) => one.widths).length : 0;

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
        {state.is === 'reading' && (
          <button
            type="button"
            className="btn"
            onClick={() => {
              end();
              setState({ is: 'none' });
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
              the stripes; what is wrong is typed anew.
            </p>
            <div className="relative w-full max-w-3xl">
              <img src={state.url} alt="The photo" className="block w-full" />
              <svg
                viewBox={`0 0 ${state.width} ${state.height}`}
                className="absolute inset-0 h-full w-full"
                role="img"
                aria-label="Columns found on the photo"
              >
                {state.columns.map((one, index) => (
                  <g key={index} fill="none" strokeWidth={state.width / 400}>
                    <path
                      d={pathOf(one.outline)}
                      stroke="#000"
                      strokeDasharray={one.widths ? undefined : '8 8'}
                    />
                    <path d={pathOf(one.outline)} stroke="#fff" strokeWidth={state.width / 1000} />
                    {one.stripe && <path d={pathOf(one.stripe)} stroke="#fff" />}
                    {one.stripe && (
                      <path d={pathOf(one.stripe)} stroke="#000" strokeWidth={state.width / 1000} />
                    )}
                  </g>
                ))}
              </svg>
            </div>
            <ul>{state.columns.map((one, index) => one.why && <li key={index}>{one.why}</li>)}</ul>
            <p>
              <button
                type="button"
                className="btn btn-primary"
                disabled={good === 0}
                onClick={() =>
                  onUse(
                    state.columns.flatMap(({ widths, unevenness }, index) =>
                      widths
                        ? [
                            {
                              position: positions[index]!,
                              left: tenth(widths.left),
                              bobbin: tenth(widths.bobbin),
                              right: tenth(widths.right),
                              unevenness,
                            },
                          ]
                        : [],
                    ),
                  )
                }
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
const pathOf = (corners: readonly (readonly [number, number])[]) =>
  `M${corners.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;
