import { useState } from 'react';
import type { BlockColumn } from '../../../core/tension/block/block.ts';
import { edgesOf, widthsOf, type Edges } from '../../../core/tension/underside/edges.ts';
import type { UndersideColumn } from '../../../core/tension/underside/read.ts';
import { photograph } from '../../../simulators/block-camera.ts';
import { without } from '../../../parts/without.ts';
import { pictureFile } from './simulated-photo.ts';
import { usePhoto } from './usePhoto.ts';

export interface PhotographedProps {
  /** Positions from left to right as the operator stands before the head. */
  order: readonly number[];
  colourAt: (position: number) => string;
  bobbinColour: string;
}

const tenth = (value: number) => Math.round(value * 10) / 10;

/** The photo of a block's back: how it was taken, what was read, and the edges that were put right by hand. */
export function usePhotographed({ order, colourAt, bobbinColour }: PhotographedProps) {
  const { state, read: readPhoto, clear } = usePhoto();
  const [file, setFile] = useState<File | null>(null);
  const [count, setCount] = useState(order.length);
  const [columnMm, setColumnMm] = useState(10);
  const [lengthMm, setLengthMm] = useState(40);
  const [isMirrored, setIsMirrored] = useState(true);
  const [chosen, setChosen] = useState<number | null>(null);
  const [moved, setMoved] = useState<Readonly<Record<number, Edges>>>({});

  function read(photo: File): void {
    setFile(photo);
    setChosen(null);
    setMoved({});
    readPhoto(photo, { count, columnMm, lengthMm });
  }
  // From below the block lies the other way round: the left-most column belongs to the right-most position.
  const sewn = order.slice(0, count);
  const positions = isMirrored ? [...sewn].reverse() : sewn;
  const columns = state.is === 'read' ? state.columns : [];
  const edges = columns.map((column, index) => moved[index] ?? (column.widths ? edgesOf(column) : null));

  /** The columns as they are now, those without edges left out. */
  const blockColumns = (): BlockColumn[] =>
    edges.flatMap((own, index) => {
      const position = positions[index];
      if (!own || position === undefined) return [];
      const { left, bobbin, right } = widthsOf(own, columnMm);
      return {
        position,
        left: tenth(left),
        bobbin: tenth(bobbin),
        right: tenth(right),
        unevenness: columns[index]?.unevenness ?? null,
        ...(moved[index] ? { corrected: true } : spreadOf(columns[index])),
      };
    });

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
    read(await pictureFile(photograph(sitting, Math.random)));
  }

  return {
    state,
    clear,
    file,
    read,
    simulate,
    sewn,
    positions,
    columns,
    edges,
    blockColumns,
    count,
    setCount,
    columnMm,
    setColumnMm,
    lengthMm,
    setLengthMm,
    isMirrored,
    setIsMirrored,
    chosen,
    setChosen,
    moved,
    good: edges.filter((own) => own !== null).length,
    moveEdges: (index: number, to: Edges) => setMoved({ ...moved, [index]: to }),
    asRead: (index: number) => setMoved(without(moved, String(index))),
  };
}
/** What a reading's interval comes to as a standard deviation. */
const spreadOf = (column: UndersideColumn | undefined) =>
  typeof column?.plusMinus === 'number'
    ? { spread: Math.round((1000 * column.plusMinus) / 1.96) / 1000 }
    : {};

export type Photographed = ReturnType<typeof usePhotographed>;
