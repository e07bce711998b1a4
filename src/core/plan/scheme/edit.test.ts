import { describe, expect, test } from 'vitest';
import { split, withBlock, withBorder, withoutBlock } from './edit.ts';
import { checkScheme, remarksOn } from './faults.ts';
import { homesOf, type Block } from '../blocks/scheme.ts';

const classes = { red: 'weight 2', blue: 'weight 2', fine: 'weight 3' };
const block = (from: number, to: number, more: Partial<Block> = {}): Block => ({
  name: `from ${from}`,
  use: 'work',
  from,
  to,
  needle: '75/11 sharp',
  weight: 'weight 2',
  threads: Array.from({ length: to - from + 1 }, () => null),
  reason: '',
  ...more,
});
const scheme = {
  blocks: [
    block(1, 2, { weight: 'weight 3', needle: '65/9 sharp', threads: ['fine', 'fine'] }),
    block(3, 5, { threads: ['red', 'blue', null] }),
    block(6, 6, { name: 'odd', use: 'odd', weight: null }),
  ],
};
const laid = ({ blocks }: { blocks: readonly Block[] }) =>
  blocks.map(({ from, to, threads }) => [from, to, ...threads]);

describe('a border moved', () => {
  test('takes positions over; what the other block does not bear gives its place up', () => {
    expect(laid(withBorder(scheme, 0, 3, classes))).toEqual([
      [1, 3, 'fine', 'fine', null],
      [4, 5, 'blue', null],
      [6, 6, null],
    ]);
    expect(laid(withBorder(scheme, 1, 4, classes))).toEqual([
      [1, 2, 'fine', 'fine'],
      [3, 4, 'red', 'blue'],
      [5, 6, null, null],
    ]);
  });
  test('leaves each block a position, and moves nothing behind the last', () => {
    expect(laid(withBorder(scheme, 0, 9, classes))[0]).toEqual([1, 4, 'fine', 'fine', null, null]);
    expect(laid(withBorder(scheme, 0, -3, classes))[0]).toEqual([1, 1, 'fine']);
    expect(withBorder(scheme, 2, 3, classes)).toEqual(scheme);
  });
  test('there and back lets a colour of the block’s own weight stay', () =>
    expect(laid(withBorder(withBorder(scheme, 1, 4, classes), 1, 5, classes))).toEqual(laid(scheme)));
});

test('a block is cut in two, and given up to its neighbour', () => {
  const cut = split(scheme, 1, 4);
  expect(laid(cut)).toEqual([
    [1, 2, 'fine', 'fine'],
    [3, 4, 'red', 'blue'],
    [5, 5, null],
    [6, 6, null],
  ]);
  expect(split(scheme, 1, 5)).toEqual(scheme);
  expect(laid(withoutBlock(scheme, 1, classes))).toEqual([
    [1, 5, 'fine', 'fine', null, null, null],
    [6, 6, null],
  ]);
  expect(laid(withoutBlock(scheme, 0, classes))[0]).toEqual([1, 5, null, null, 'red', 'blue', null]);
  const only = { blocks: [block(1, 2)] };
  expect(withoutBlock(only, 0, classes)).toEqual(only);
});

test('another weight sends away who does not bear it; any weight sends nobody', () => {
  expect(withBlock(scheme, 1, { weight: 'weight 3' }, classes).blocks[1]!.threads).toEqual([
    null,
    null,
    null,
  ]);
  expect(withBlock(scheme, 1, { weight: null }, classes).blocks[1]!.threads).toEqual(['red', 'blue', null]);
});

describe('what is wrong with a scheme is said in a sentence that says what to do', () => {
  const refused = (blocks: Block[], positions = 6) => {
    try {
      checkScheme({ blocks }, positions);
      return '';
    } catch (error) {
      return (error as Error).message;
    }
  };
  test.each([
    [
      [block(1, 3), block(3, 4)],
      '“from 1” (1 to 3) and “from 3” (3 to 4) overlap on position 3. Move the border between them.',
    ],
    [
      [block(4, 6), block(1, 4)],
      '“from 1” (1 to 4) and “from 4” (4 to 6) overlap on position 4. Move the border between them.',
    ],
    [[block(1, 3, { needle: null })], '“from 1” (1 to 3) has no needle. Choose the one that its work needs.'],
    [
      [block(1, 3, { needle: 'wood screw' })],
      'wood screw in “from 1” (1 to 3) is no needle that is known. Write it as on its pack, 75/11 sharp for instance.',
    ],
    [
      [block(5, 7)],
      '“from 5” (5 to 7) does not lie on positions 1 to 6. Write its first and its last position, the lower one first.',
    ],
    [
      [block(3, 2)],
      '“from 3” (3 to 2) does not lie on positions 1 to 6. Write its first and its last position, the lower one first.',
    ],
    [
      [block(1, 3, { threads: ['red'] })],
      '“from 1” (1 to 3) has 3 positions and 1 colours. Name one for each, or leave it open.',
    ],
    [[block(2, 2, { name: ' ' })], 'The block on 2 has no name. Say what it is for.'],
    [[], 'The scheme has no block. Lay down one at least, with its positions and its needle.'],
  ])('%#', (blocks, sentence) => expect(refused(blocks)).toBe(sentence));
  test('nothing, where nothing is; a position for odd colours may have no needle', () => {
    expect(refused([...scheme.blocks])).toBe('');
    expect(refused([block(6, 6, { use: 'odd', needle: null })])).toBe('');
  });
});

test('a position out of order, one in no block, and a thread that no block serves are told', () => {
  const positions = [1, 2, 3, 4, 5, 6, 7].map((position) => ({
    position,
    use: position === 4 ? ('out-of-order' as const) : ('free' as const),
  }));
  const request = (thread: string, needle: string) => ({
    thread,
    needles: [{ needle, penalty: 0 }],
    stops: [1],
    stitches: 1,
  });
  const jobs = ['Caps', 'Flaps', 'Banner'].map((name) => ({
    id: name,
    name,
    sewMinutes: 1,
    due: null,
    requests: [request('red', '80/12 sharp')],
  }));
  const served = { ...jobs[0]!, id: 'polos', requests: [request('blue', '75/11 sharp')] };
  const heard = (which: typeof jobs) => remarksOn(scheme, positions, { jobs: which, classes }, (id) => id);
  expect(heard([...jobs, served])).toEqual([
    'Position 4 is out of order: “from 3” (3 to 5) has one position fewer until it is mended.',
    'Position 7 is in no block: anything may sit there.',
    'No block serves red of Caps and 2 others: it wants 80/12 sharp.',
  ]);
  expect(heard([served])).toHaveLength(2);
});

test('homes are told by position, whatever the order of the blocks', () =>
  expect(
    homesOf({ blocks: [...scheme.blocks].reverse() }).map(({ position, thread }) => [position, thread]),
  ).toEqual([
    [1, 'fine'],
    [2, 'fine'],
    [3, 'red'],
    [4, 'blue'],
    [5, null],
    [6, null],
  ]));
