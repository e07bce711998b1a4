import { useState } from 'react';
import type { BlockColumn } from '../../../core/tension/block/block.ts';
import { oneMore, orderOf, shifted, type Outline } from '../../../core/tension/underside/by-hand.ts';
import { edgesOf, widthsOf, type Edges } from '../../../core/tension/underside/edges.ts';
import type { UndersideColumn } from '../../../core/tension/underside/read.ts';
import { photograph } from '../../../simulators/block-camera.ts';
import { without } from '../../../parts/without.ts';
import { pictureFile } from './simulated-photo.ts';
import { usePhoto } from './usePhoto.ts';

/** Where a column lies, and what was set of it by hand. */
interface ColumnPlace {
  outline: Outline;
  isByHand: boolean;
  edges?: Edges;
}

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
  /** Columns that were moved or added by hand. */
  const [placed, setPlaced] = useState<ReadonlySet<number>>(new Set());

  function read(photo: File): void {
    setFile(photo);
    setChosen(null);
    setMoved({});
    setPlaced(new Set());
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
        ...((moved[index] || placed.has(index)) && { corrected: true }),
        ...(!moved[index] && spreadOf(columns[index])),
      };
    });

  /** The columns at new places: what lies elsewhere than before is read there, edges that were set by hand stay. */
  function rearrange(next: readonly ColumnPlace[], focus: ColumnPlace | null): void {
    if (!file || state.is !== 'read') return;
    const sorted = orderOf(next.map(({ outline }) => outline)).map((index) => next[index]!);
    setPlaced(new Set(sorted.flatMap(({ isByHand }, index) => (isByHand ? [index] : []))));
    setMoved(Object.fromEntries(sorted.flatMap(({ edges: own }, index) => (own ? [[index, own]] : []))));
    setChosen(focus ? sorted.indexOf(focus) : null);
    setCount(sorted.length);
    readPhoto(file, { columnMm, lengthMm, outlines: sorted.map(({ outline }) => outline) }, true);
  }
  const places = (): ColumnPlace[] =>
    columns.map(({ outline }, index) => ({
      outline,
      isByHand: placed.has(index),
      ...(moved[index] && { edges: moved[index] }),
    }));
  function shift(index: number, dx: number, dy: number): void {
    const all = places();
    const here: ColumnPlace = { outline: shifted(all[index]!.outline, dx, dy), isByHand: true };
    rearrange(all.with(index, here), here);
  }
  function add(): void {
    if (state.is !== 'read') return;
    const all = places();
    const outlines = all.map(({ outline }) => outline);
    const here = { outline: oneMore(outlines, chosen ?? all.length, state), isByHand: true };
    rearrange([...all, here], here);
  }
  const remove = (index: number) =>
    rearrange(
      places().filter((_, other) => other !== index),
      null,
    );

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
    ...{ placed, shift, add, remove },
    asRead: (index: number) => setMoved(without(moved, String(index))),
  };
}
/** What a reading's interval comes to as a standard deviation. */
const spreadOf = (column: UndersideColumn | undefined) =>
  typeof column?.plusMinus === 'number'
    ? { spread: Math.round((1000 * column.plusMinus) / 1.96) / 1000 }
    : {};

export type Photographed = ReturnType<typeof usePhotographed>;
