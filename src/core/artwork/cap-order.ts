import { elements } from '../element/elements.ts';
import type { Region } from '../../engines/logo/index.ts';
import type { ProposedStop } from './propose.ts';

type Box = Pick<Region, 'id' | 'leftMm' | 'topMm' | 'widthMm' | 'heightMm'>;

/** Parts whose lower edges differ by less lie in one line, mm. From memory. */
const sameLineMm = 3;

/** Stops in a cap's order, and those that lie below and above another one. */
export interface CapOrder {
  stops: ProposedStop[];
  /** Places in `stops`, from 1: `stop` is sewn before and after `around`, its lower part first. */
  splits: { stop: number; around: number }[];
}

/**
 * The order in which a cap is sewn: from the bottom up, in one line from the middle out, and what lies under another part before it. A stop that lies both below and
 * above another must be split for it. Common practice, no published source.
 */
export function capOrder(stops: readonly ProposedStop[], boxes: readonly Box[]): CapOrder {
  const byId = new Map(boxes.map((box) => [box.id, box]));
  const middle = (Math.min(...boxes.map(leftOf)) + Math.max(...boxes.map(rightOf))) / 2;
  const placed = stops.map((stop) => {
    const own = stop.elements.flatMap(({ regions }) => regions).map((id) => byId.get(id)!);
    return {
      stop,
      lowest: Math.max(...own.map(bottomOf)),
      highest: Math.min(...own.map(bottomOf)),
      off: Math.min(...own.map((box) => Math.abs((leftOf(box) + rightOf(box)) / 2 - middle))),
      layer: Math.min(...stop.elements.map(({ part }) => elements[part.element].layer)),
    };
  });
  placed.sort((a, b) => {
    const lines = lineOf(b.lowest) - lineOf(a.lowest);
    return lines || a.layer - b.layer || a.off - b.off;
  });
  const splits = placed.flatMap((one, index) => {
    const around = placed.findIndex(
      (other, place) =>
        place > index &&
        lineOf(one.highest) < lineOf(other.lowest) &&
        lineOf(other.lowest) < lineOf(one.lowest) &&
        // What lies on top of a part waits for all of it.
        other.layer <= one.layer,
    );
    return around < 0 ? [] : [{ stop: index + 1, around: around + 1 }];
  });
  return { stops: placed.map(({ stop }) => stop), splits };
}

const leftOf = ({ leftMm }: Box) => leftMm;
const rightOf = ({ leftMm, widthMm }: Box) => leftMm + widthMm;
const bottomOf = ({ topMm, heightMm }: Box) => topMm + heightMm;
const lineOf = (bottomMm: number) => Math.round(bottomMm / sameLineMm);

/** What is said of a cap's order. */
export const capOrderText = ({ splits }: Pick<CapOrder, 'splits'>): string =>
  [
    'In a cap’s order: from the bottom up, from the middle out, inside each stop as well.',
    ...splits.map(
      ({ stop, around }) =>
        `Stop ${stop} lies below and above stop ${around}: split it, its lower part first, the upper part after stop ${around}.`,
    ),
  ].join(' ');
