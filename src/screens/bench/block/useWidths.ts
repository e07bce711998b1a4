import { useRef, useState } from 'react';
import type { BlockColumn } from '../../../core/tension/block/block.ts';
import {
  missingAfter,
  mostMm,
  placeBefore,
  typedWidths,
  wholeColumns,
  type Place,
  type Widths,
} from './block-typing.ts';

/** The three widths of every column as they are typed one after another, or taken from a photo. */
export function useWidths(order: readonly number[], onKeep: (columns: BlockColumn[]) => void) {
  const first: Place = { position: order[0]!, part: 'left' };
  const [widths, setWidths] = useState<Widths>({});
  const [place, setPlace] = useState<Place | null>(first);
  const [text, setText] = useState('');
  const [why, setWhy] = useState('');
  const field = useRef<HTMLInputElement>(null);
  const columns = wholeColumns(widths, order);

  function enter(): void {
    const numbers = typedWidths(text);
    if (!numbers || !place) {
      setWhy(`Type a width in mm, 0 to ${mostMm}, or a whole column: 3.4 3.2 3.4`);
      return;
    }
    let next: Place | null = place;
    let all = widths;
    for (const value of numbers) {
      if (!next) break;
      const { position, part }: Place = next;
      // A width typed anew is no longer the photo's.
      const { left, bobbin, right } = all[position] ?? {};
      all = { ...all, [position]: { left, bobbin, right, [part]: value } };
      next = missingAfter(next, all, order);
    }
    setWidths(all);
    setPlace(next);
    setText('');
    setWhy('');
  }
  function beginAnew(): void {
    setWidths({});
    setPlace(first);
  }
  return {
    widths,
    place,
    text,
    setText,
    why,
    field,
    columns,
    isNew: Object.keys(widths).length > 0,
    enter,
    beginAnew,
    goTo(position: number): void {
      setPlace({ position, part: 'left' });
      field.current?.focus();
    },
    /** One step; from behind the last, to the last. */
    goBack(): void {
      setPlace(place ? (placeBefore(place, order) ?? place) : { position: order.at(-1)!, part: 'right' });
      setText('');
      field.current?.focus();
    },
    keep(): void {
      onKeep([...columns]);
      beginAnew();
    },
    /** The columns read from a photo stand as typed; the first that it lacks is asked next. */
    fromPhoto(read: readonly BlockColumn[]): void {
      setWidths(Object.fromEntries(read.map(({ position, ...three }) => [position, three])));
      const open = order.find((position) => !read.some((column) => column.position === position));
      setPlace(open === undefined ? null : { position: open, part: 'left' });
    },
  };
}
export type Typing = ReturnType<typeof useWidths>;
