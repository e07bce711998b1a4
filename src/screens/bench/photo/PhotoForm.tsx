import { useFrame } from '../../../parts/frame/context.tsx';
import type { Photographed } from './usePhotographed.ts';

/** The photo, and what must be known of it: how many columns, how wide, which way round. */
export function PhotoForm({ block, most }: { block: Photographed; most: number }) {
  const { simulators } = useFrame().data;
  const { state, file, count, columnMm, isMirrored, sewn } = block;
  return (
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
            if (photo) block.read(photo);
          }}
        />
      </label>
      <label className="text-sm font-semibold">
        Columns
        <input
          type="number"
          min={1}
          max={most}
          className="input figures ms-2 w-20"
          value={count}
          onChange={(change) => block.setCount(Math.max(1, Math.min(most, Number(change.target.value) || 1)))}
        />
      </label>
      <label className="text-sm font-semibold">
        each
        <select
          className="select ms-2 w-36"
          value={columnMm}
          onChange={(change) => block.setColumnMm(Number(change.target.value))}
        >
          {[3, 4, 5, 6, 8, 10, 12, 15].map((width) => (
            <option key={width} value={width}>
              {width} mm wide
            </option>
          ))}
        </select>
      </label>
      <label className="text-sm font-semibold">
        and
        <select
          className="select ms-2 w-36"
          value={block.lengthMm}
          onChange={(change) => block.setLengthMm(Number(change.target.value))}
        >
          {[10, 20, 30, 40, 50, 60].map((length) => (
            <option key={length} value={length}>
              {length} mm long
            </option>
          ))}
        </select>
      </label>
      <label className="text-sm font-semibold">
        The left-most is
        <select
          className="select ms-2 w-36"
          value={isMirrored ? 'mirrored' : 'straight'}
          onChange={(change) => block.setIsMirrored(change.target.value === 'mirrored')}
        >
          <option value="mirrored">position {sewn.at(-1)}</option>
          <option value="straight">position {sewn[0]}</option>
        </select>
      </label>
      {file && (
        <button type="button" className="btn" onClick={() => block.read(file)}>
          Read again
        </button>
      )}
      {simulators && (
        <button type="button" className="btn" onClick={() => void block.simulate()}>
          Photo from the simulated camera
        </button>
      )}
      {state.is === 'reading' && (
        <button type="button" className="btn" onClick={block.clear}>
          Cancel
        </button>
      )}
    </div>
  );
}
