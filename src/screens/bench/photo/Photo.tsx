import { useState } from 'react';
import type { BlockColumn } from '../../../core/tension/block/block.ts';
import { countTold, type UndersideColumn } from '../../../engines/underside/index.ts';
import { get } from '../../../parts/live/send.ts';
import type { PutRightHere } from '../../../schemas/artwork.ts';
import { counted } from '../../../parts/text.ts';
import { EdgesByHand } from './EdgesByHand.tsx';
import { Overlay } from './Overlay.tsx';
import { PhotoForm } from './PhotoForm.tsx';
import { usePhotographed, type Photographed, type PhotographedProps } from './usePhotographed.ts';

interface PhotoProps extends PhotographedProps {
  onUse: (columns: BlockColumn[]) => void;
}

/** A photo of the block's back: its columns found and measured, laid over the photo, corrected, taken over as widths. */
export function Photo({ onUse, ...given }: PhotoProps) {
  const block = usePhotographed(given);
  const { state } = block;
  const [here, setHere] = useState<PutRightHere | null>(null);
  return (
    <details
      className="mx-3 mt-2"
      onToggle={(toggle) => {
        if (toggle.currentTarget.open) get<PutRightHere>('/api/readers').then(setHere, () => undefined);
      }}
    >
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">Read it from a photo</summary>
      <PhotoForm block={block} most={given.order.length} />
      <div role="status" className="mt-2">
        {state.is === 'reading' && <p>Reading the photo …</p>}
        {state.is === 'refused' && <p className="font-semibold">× {state.why}</p>}
        {state.is === 'read' && <ReadColumns {...{ block, state, onUse }} most={given.order.length} />}
      </div>
      {here && here.columns > 0 && (
        <p className="quiet mt-1 text-sm">
          On this computer {here.columnsPutRight} of the last {counted(here.columns, 'column')} read from
          photos {here.columnsPutRight === 1 ? 'was' : 'were'} put right by hand.
        </p>
      )}
    </details>
  );
}

/** ", shares to within 0.03 to 0.05": of every column that was read, 95 times in 100. */
function sureText(columns: readonly UndersideColumn[]): string {
  const sure = columns.flatMap(({ plusMinus }) => plusMinus ?? []).sort((a, b) => a - b);
  if (sure.length === 0) return '';
  const [least, most] = [sure[0]!, sure.at(-1)!].map((each) => `${Math.max(1, Math.round(100 * each))}`);
  return `, shares to within ± ${least === most ? least : `${least} to ${most}`} %`;
}

interface ReadProps {
  block: Photographed;
  state: Extract<Photographed['state'], { is: 'read' }>;
  /** Columns that the block may have at most. */
  most: number;
  onUse: (columns: BlockColumn[]) => void;
}

/** What was read, laid over the photo, to be looked at before it is taken. */
function ReadColumns({ block, state, most, onUse }: ReadProps) {
  const { columns, edges, chosen, columnMm, moved, good } = block;
  const told = countTold(columns.length, block.count);
  return (
    <div className="grid gap-2">
      <p>
        <b>
          {good} of {counted(state.columns.length, 'column')} read
        </b>{' '}
        in {(state.ms / 1000).toFixed(1)} s{sureText(columns)}. Look whether the frames lie on the columns and
        the lines on the stripes. Touch a column to move its edges, or all of it by the cross.
      </p>
      {told && (
        <p className="flex flex-wrap items-center gap-3 font-semibold">
          {told}{' '}
          {columns.length <= most && (
            <button type="button" className="btn" onClick={() => block.setCount(columns.length)}>
              {columns.length} is right
            </button>
          )}
        </p>
      )}
      <Overlay
        url={state.url}
        width={state.width}
        height={state.height}
        columns={columns}
        edges={edges}
        chosen={chosen}
        columnMm={columnMm}
        onChoose={block.setChosen}
        onMove={block.moveEdges}
        onShift={block.shift}
      />
      <EdgesByHand block={block} most={most} />
      <ul>
        {columns.map((column, index) => column.why && !moved[index] && <li key={index}>{column.why}</li>)}
      </ul>
      <p>
        <button
          type="button"
          className="btn btn-primary"
          disabled={good === 0 || told !== null}
          onClick={() => onUse(block.blockColumns())}
        >
          Take these widths
        </button>
      </p>
    </div>
  );
}
