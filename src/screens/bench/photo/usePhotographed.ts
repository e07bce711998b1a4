import { useState } from 'react';
import type { BlockColumn } from '../../../core/tension/block/block.ts';
import {
  oneMore,
  orderOf,
  shifted,
  type Outline,
  edgesOf,
  widthsOf,
  type Edges,
  type UndersideColumn,
} from '../../../engines/underside/index.ts';
import { photograph } from '../../../simulators/block-camera.ts';
import { without } from '../../../parts/without.ts';
import { pictureFile } from './simulated-photo.ts';
import { usePhoto, type PhotoState } from './usePhoto.ts';

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
  const photo = usePhoto();
  const { state, clear } = photo;
  const [file, setFile] = useState<File | null>(null);
  const [count, setCount] = useState(order.length);
  const [columnMm, setColumnMm] = useState(10);
  const [lengthMm, setLengthMm] = useState(40);
  const [isMirrored, setIsMirrored] = useState(true);
  const columns = state.is === 'read' ? state.columns : [];
  const { chosen, setChosen, moved, placed, forget, ...byHand } = useByHand({
    ...{ state, columns, setCount },
    again: (outlines) => file && photo.read(file, { columnMm, lengthMm, outlines }, true),
  });

  function read(taken: File): void {
    setFile(taken);
    forget();
    photo.read(taken, { count, columnMm, lengthMm });
  }
  // From below the block lies the other way round: the left-most column belongs to the right-most position.
  const sewn = order.slice(0, count);
  const positions = isMirrored ? [...sewn].reverse() : sewn;
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
  const simulate = async (): Promise<void> =>
    read(await pictureFile(simulatedBlock({ positions, columnMm, colourAt, bobbinColour })));

  return {
    ...{ state, clear, file, read, simulate, sewn, positions, columns, edges, blockColumns },
    ...{ count, setCount, columnMm, setColumnMm, lengthMm, setLengthMm, isMirrored, setIsMirrored },
    ...{ chosen, setChosen, moved, placed, ...byHand },
    good: edges.filter((own) => own !== null).length,
  };
}
export type Photographed = ReturnType<typeof usePhotographed>;

interface ByHandProps {
  state: PhotoState;
  columns: readonly UndersideColumn[];
  setCount: (count: number) => void;
  /** Reads the same photo with the columns at these places. */
  again: (outlines: Outline[]) => void;
}

/** Edges moved, and columns moved, added and removed by hand. */
function useByHand({ state, columns, setCount, again }: ByHandProps) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [moved, setMoved] = useState<Readonly<Record<number, Edges>>>({});
  /** Columns that were moved or added by hand. */
  const [placed, setPlaced] = useState<ReadonlySet<number>>(new Set());

  /** The columns at new places: what lies elsewhere than before is read there, edges that were set by hand stay. */
  function rearrange(next: readonly ColumnPlace[], focus: ColumnPlace | null): void {
    if (state.is !== 'read') return;
    const sorted = orderOf(next.map(({ outline }) => outline)).map((index) => next[index]!);
    setPlaced(new Set(sorted.flatMap(({ isByHand }, index) => (isByHand ? [index] : []))));
    setMoved(Object.fromEntries(sorted.flatMap(({ edges: own }, index) => (own ? [[index, own]] : []))));
    setChosen(focus ? sorted.indexOf(focus) : null);
    setCount(sorted.length);
    again(sorted.map(({ outline }) => outline));
  }
  const places = (): ColumnPlace[] =>
    columns.map(({ outline }, index) => ({
      outline,
      isByHand: placed.has(index),
      ...(moved[index] && { edges: moved[index] }),
    }));
  return {
    ...{ chosen, setChosen, moved, placed },
    forget: () => {
      setChosen(null);
      setMoved({});
      setPlaced(new Set());
    },
    moveEdges: (index: number, to: Edges) => setMoved({ ...moved, [index]: to }),
    asRead: (index: number) => setMoved(without(moved, String(index))),
    shift: (index: number, dx: number, dy: number) => {
      const all = places();
      const here: ColumnPlace = { outline: shifted(all[index]!.outline, dx, dy), isByHand: true };
      rearrange(all.with(index, here), here);
    },
    add: () => {
      if (state.is !== 'read') return;
      const all = places();
      const outlines = all.map(({ outline }) => outline);
      const here = { outline: oneMore(outlines, chosen ?? all.length, state), isByHand: true };
      rearrange([...all, here], here);
    },
    remove: (index: number) =>
      rearrange(
        places().filter((_, other) => other !== index),
        null,
      ),
  };
}

/** A block as the simulated camera sees it: all columns off a little the same way, each a little by itself. */
function simulatedBlock({
  positions,
  columnMm,
  colourAt,
  bobbinColour,
}: Omit<PhotographedProps, 'order'> & { positions: readonly number[]; columnMm: number }) {
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
  return photograph(sitting, Math.random);
}

/** What a reading's interval comes to as a standard deviation. */
const spreadOf = (column: UndersideColumn | undefined) =>
  typeof column?.plusMinus === 'number'
    ? { spread: Math.round((1000 * column.plusMinus) / 1.96) / 1000 }
    : {};
