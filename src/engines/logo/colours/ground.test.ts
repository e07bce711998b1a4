import { describe, expect, test } from 'vitest';
import type { Rgb } from '../../../core/thread/colour.ts';
import { clearLabel } from './labels.ts';
import { clearTone, groundOf } from './ground.ts';
import { distancesToOthers } from '../parts/widths.ts';

const [white, red, blue]: Rgb[] = [
  [255, 255, 255],
  [200, 20, 40],
  [20, 60, 160],
];
const [width, height] = [120, 100];
type Box = readonly [left: number, top: number, right: number, bottom: number, label: number];

/** Boxes laid over one another, right and bottom not included; what is not ground is told by its index. */
function ground(boxes: readonly Box[], asked = 'find', rgbs: readonly Rgb[] = [white!, red!, blue!]) {
  const labels = new Uint8Array(width * height);
  for (const [left, top, right, bottom, label] of boxes)
    for (let y = top; y < bottom; y++) labels.fill(label, y * width + left, y * width + right);
  return groundOf(labels, width, height, distancesToOthers(labels, width, height), rgbs, asked);
}
const all = (label: number): Box => [0, 0, width, height, label];

describe('what is not sewn', () => {
  test('what the picture is on: the rim', () =>
    expect(ground([all(0), [30, 30, 80, 70, 1]])).toEqual({ ground: 0, doubt: null }));
  test('what is clear, wherever a frame touches the rim', () => {
    expect(ground([all(clearLabel), [30, 30, 80, 70, 1]])).toEqual({ ground: clearTone, doubt: null });
    expect(ground([all(1), [4, 4, 116, 96, clearLabel]])).toEqual({ ground: clearTone, doubt: null });
  });
  test('white within a frame at the rim; the frame is sewn', () =>
    expect(ground([all(1), [4, 4, 116, 96, 0], [40, 40, 60, 60, 2]])).toEqual({ ground: 0, doubt: null }));
  test('a halo along the frame, as coders make one, hides nothing of it', () => {
    const rgbs: Rgb[] = [white!, red!, blue!, [253, 193, 225]];
    expect(ground([all(1), [4, 4, 116, 96, 3], [6, 6, 114, 94, 0]], 'find', rgbs)).toEqual({
      ground: 0,
      doubt: null,
    });
    expect(ground([all(1), [4, 4, 116, 96, 3], [6, 6, 114, 94, 2]], 'find', rgbs)).toEqual({
      ground: 2,
      doubt: 1,
    });
  });
  test('so it is where something wide within has the frame’s colour', () =>
    expect(ground([all(1), [4, 4, 116, 96, 0], [40, 30, 80, 70, 1]])).toEqual({ ground: 0, doubt: null }));
  test('of a rim that three share none is asked where none of the others has half as much', () =>
    expect(ground([all(1), [70, 0, 120, 50, 2], [70, 50, 120, 100, 0]])).toEqual({ ground: 1, doubt: null }));
  test('a colour within a coloured frame is asked', () =>
    expect(ground([all(1), [4, 4, 116, 96, 2]])).toEqual({ ground: 2, doubt: 1 }));
  test('a thin white rim round a filled badge is its margin, and asked', () =>
    expect(ground([all(0), [4, 4, 116, 96, 2]])).toEqual({ ground: 0, doubt: 2 }));
  test('a margin round a badge with a border is no frame', () =>
    expect(ground([all(0), [4, 4, 116, 96, 1], [7, 7, 113, 93, 2]])).toEqual({ ground: 0, doubt: null }));
  test('corners that a badge at the rim leaves free; a solid one is asked', () => {
    const corners: Box[] = [all(1), [0, 60, 25, 100, 0], [95, 60, 120, 100, 0]];
    expect(ground(corners)).toEqual({ ground: 0, doubt: 1 });
  });
  test('one corner of another colour is no ground, nor are corners of less than a twenty-fifth of the rim', () => {
    expect(ground([all(1), [0, 60, 25, 100, 0]])).toEqual({ ground: 1, doubt: null });
    // The rim is 440 px: two corners of 4 and 4 px each come to 16, of 5 and 5 to 20.
    const corners = (side: number): Box[] => [all(1), [0, 100 - side, side, 100, 0], [120 - side, 100 - side, 120, 100, 0]]; // prettier-ignore
    expect(ground(corners(4)).doubt).toBeNull();
    expect(ground([all(1), [0, 80, 12, 100, 0], [108, 80, 120, 100, 0]])).toEqual({ ground: 0, doubt: 1 });
  });
  test('white corners are the ground, though narrow, where what fills the picture is narrower; coloured ones beside paper are not', () => {
    // Paper everywhere, red in two wide corners: the paper stays.
    expect(ground([all(0), [0, 60, 25, 100, 1], [95, 60, 120, 100, 1]])).toEqual({ ground: 0, doubt: 1 });
    // Two narrow slips of red at the corners are a design's.
    expect(ground([all(0), [0, 40, 6, 100, 1], [114, 40, 120, 100, 1]])).toEqual({ ground: 0, doubt: null });
    // A thin frame of red with blue corners: the blue is wide.
    const frame: Box[] = [all(1), [4, 4, 116, 96, 2], [0, 60, 40, 100, 2], [80, 60, 120, 100, 2]];
    expect(ground(frame)).toEqual({ ground: 2, doubt: null });
  });
  test('a clear edge of a pixel round a large picture is the ground, however little of it is clear', () => {
    const [wide, high] = [500, 400];
    const labels = new Uint8Array(wide * high).fill(1);
    for (let y = 0; y < high; y++)
      for (let x = 0; x < wide; x++)
        if (Math.min(x, y, wide - 1 - x, high - 1 - y) === 0) labels[y * wide + x] = clearLabel;
    const found = groundOf(labels, wide, high, distancesToOthers(labels, wide, high), [white!, red!], 'find');
    expect(found).toEqual({ ground: clearTone, doubt: null });
  });
  test('clear corners are the ground', () =>
    expect(ground([all(1), [0, 92, 6, 100, clearLabel], [114, 92, 120, 100, clearLabel]])).toEqual({
      ground: clearTone,
      doubt: null,
    }));
  test('a picture in two halves of colour: one of them, and the other is asked', () =>
    expect(ground([all(1), [0, 0, 50, 100, 2]])).toEqual({ ground: 2, doubt: 1 }));
  test('what the operator says', () => {
    const picture = [all(0), [30, 30, 80, 70, 1]] as const;
    expect(ground(picture, 'none')).toEqual({ ground: clearTone, doubt: null });
    expect(ground(picture, '#c81428')).toEqual({ ground: 1, doubt: null });
    expect(ground(picture, '#123456')).toEqual({ ground: -1, doubt: null });
  });
});
