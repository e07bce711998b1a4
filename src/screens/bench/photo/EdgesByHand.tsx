import { edgesOf } from '../../../engines/underside/index.ts';
import { widthsText } from './Overlay.tsx';
import type { Photographed } from './usePhotographed.ts';

/** A column is chosen, its widths are told, and its edges can be set by hand or put back as they were read. */
export function EdgesByHand({ block, most }: { block: Photographed; most: number }) {
  const { chosen, columns, positions, edges, columnMm, moved } = block;
  return (
    <div className="flex flex-wrap items-center gap-3">
      <label className="text-sm font-semibold">
        Put right
        <select
          className="select ms-2 w-48"
          value={chosen ?? ''}
          onChange={(change) =>
            block.setChosen(change.target.value === '' ? null : Number(change.target.value))
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
          {moved[chosen] ? <b> · corrected by hand</b> : block.placed.has(chosen) && <b> · placed by hand</b>}
        </span>
      )}
      {chosen !== null && !edges[chosen] && (
        <button
          type="button"
          className="btn"
          onClick={() => block.moveEdges(chosen, edgesOf({ widths: null }))}
        >
          Set its edges by hand
        </button>
      )}
      {chosen !== null && moved[chosen] && (
        <button type="button" className="btn" onClick={() => block.asRead(chosen)}>
          As it was read
        </button>
      )}
      {chosen !== null && columns.length > 1 && (
        <button type="button" className="btn" onClick={() => block.remove(chosen)}>
          No column here
        </button>
      )}
      {columns.length < most && (
        <button type="button" className="btn" onClick={block.add}>
          One more column
        </button>
      )}
    </div>
  );
}
