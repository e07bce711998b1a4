import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { partsOfGrid } from '../../../../tests/support/picture-grid.ts';
import { isEye, joinBeneath } from './enclosed.ts';
import { contactsOf } from '../parts/contacts.ts';
import { maskOf, solidsOf } from '../parts/solids.ts';

const touching = ({ of, width, height }: ReturnType<typeof partsOfGrid>) => contactsOf(of, width, height);

describe('where parts touch', () => {
  test('pixels side by side and one above the other are counted, both ways; the edge of the picture is none', () => {
    const small = partsOfGrid([
      'aab.', //
      'aab.',
      '.ccc',
    ]);
    const { at } = small;
    const contacts = touching(small);
    const [a, b, c] = [at(0, 0).id, at(2, 0).id, at(1, 2).id];
    const told = (id: number) => Object.fromEntries(contacts.get(id)!);
    expect(told(a)).toEqual({ [b]: 2, [c]: 1, 0: 1 });
    expect(told(b)).toEqual({ [a]: 2, [c]: 1, 0: 2 });
    expect(told(c)).toEqual({ [a]: 1, [b]: 1, 0: 2 });
    // What is not sewn touches parts, but has no count of its own.
    expect(contacts.has(0)).toBe(false);
    expect(contactsOf(new Uint32Array(6).fill(3), 3, 2).size).toBe(0);
  });
});

describe('solids with holes', () => {
  const frame = partsOfGrid([
    'aaaaaaa', //
    'aaaaaaa',
    'aa.aaaa',
    'aaaaabb',
    'aaaaabb',
  ]);
  test('what is reached from outside is no hole', () => {
    const part = frame.at(0, 0);
    const { mask, w, h } = maskOf(part, frame);
    expect([w, h]).toEqual([9, 7]);
    const rows = Array.from({ length: h }, (_, y) => [...mask.slice(y * w, y * w + w)].join(''));
    expect(rows).toEqual([
      '222222222', //
      '211111112',
      '211111112',
      '211011112',
      '211111222',
      '211111222',
      '222222222',
    ]);
  });
  test('of any part: by going outwards from the picture’s rim until nothing new is reached', () => {
    const rows = fc.array(
      fc
        .array(fc.constantFrom('.', 'a', 'a', 'b'), { minLength: 8, maxLength: 8 })
        .map((row) => row.join('')),
      { minLength: 7, maxLength: 7 },
    );
    fc.assert(
      fc.property(rows, (picture) => {
        const grid = partsOfGrid(picture);
        for (const part of grid.parts) {
          const { mask, w, h } = maskOf(part, grid);
          expect([w, h]).toEqual([part.right - part.left + 3, part.bottom - part.top + 3]);
          const isPart = (x: number, y: number) =>
            x > 0 &&
            y > 0 &&
            x < w - 1 &&
            y < h - 1 &&
            grid.of[(part.top + y - 1) * grid.width + part.left + x - 1] === part.id;
          const outside = new Set<number>();
          for (let isNew = true; isNew;) {
            isNew = false;
            for (let at = 0; at < w * h; at++) {
              const [x, y] = [at % w, Math.floor(at / w)];
              if (outside.has(at) || isPart(x, y)) continue;
              const isRim = x === 0 || y === 0 || x === w - 1 || y === h - 1;
              const beside = [x > 0 ? at - 1 : -1, x < w - 1 ? at + 1 : -1, at - w, at + w];
              if (!isRim && !beside.some((there) => outside.has(there))) continue;
              outside.add(at);
              isNew = true;
            }
          }
          for (let at = 0; at < w * h; at++)
            expect(mask[at]).toBe(isPart(at % w, Math.floor(at / w)) ? 1 : outside.has(at) ? 2 : 0);
        }
      }),
      { numRuns: 60 },
    );
  });
  test('its hole, and how wide it is with the hole filled', () => {
    const large = partsOfGrid(['aaaaa', 'aaaaa', 'aa.aa', 'aaaaa', 'aaaaa'], 4);
    const solid = solidsOf(large.parts, large).get(large.at(0, 0).id)!;
    expect(solid.hasHoleAt(9, 9)).toBe(true);
    expect(solid.hasHoleAt(7, 9)).toBe(false);
    expect(solid.hasHoleAt(-5, 9)).toBe(false);
    expect(solid.hasHoleAt(9, 40)).toBe(false);
    expect(Math.abs(solid.widestPx - 20)).toBeLessThan(1);
  });
  test('a full box has none; nor has a frame, whose hole is more than six tenths of itself', () => {
    const bar = partsOfGrid(['aaaa', 'aaaa']);
    expect(solidsOf(bar.parts, bar).size).toBe(0);
    const ring = partsOfGrid(['aaaaaa', 'a....a', 'a....a', 'a....a', 'a....a', 'aaaaaa'], 3);
    expect(solidsOf(ring.parts, ring).size).toBe(0);
    const stout = partsOfGrid(['aaaaaa', 'aa..aa', 'aa..aa', 'aaaaaa'], 3);
    expect(solidsOf(stout.parts, stout).size).toBe(1);
    // An open bay is no hole.
    const bay = partsOfGrid(['aaaaa', 'aa.aa', 'aa.aa'], 3);
    expect(solidsOf(bay.parts, bay).size).toBe(0);
  });
});

describe('what lies beneath', () => {
  const eye = partsOfGrid([
    'aaaaaaaaaa', //
    'aabbbbbbaa',
    'aabbaabbaa',
    'aabbaabbaa',
    'aabbbbbbaa',
    'aaaaaaaaaa',
  ]);
  const contacts = touching(eye);
  const byId = new Map(eye.parts.map((part) => [part.id, part]));
  const [ground, letter, within] = [eye.at(0, 0), eye.at(2, 1), eye.at(4, 2)];

  test('what shows through a letter’s eye is of what the letter lies on', () => {
    const letters = new Set([letter.id]);
    expect(joinBeneath(eye.parts, contacts, letters)).toEqual(new Map([[within.id, ground.id]]));
    expect(isEye(within, byId, contacts, letters)).toBe(true);
    expect(isEye(letter, byId, contacts, letters)).toBe(false);
    expect(isEye(ground, byId, contacts, letters)).toBe(false);
    // Where the ring is no letter, it is a disc upon a ring upon a patch.
    expect(joinBeneath(eye.parts, contacts, new Set())).toEqual(new Map());
    expect(isEye(within, byId, contacts, new Set())).toBe(false);
  });
  test('an eye of another colour than what lies around is no part of it', () => {
    const other = partsOfGrid(['aaaaaa', 'abbbba', 'abccba', 'abbbba', 'aaaaaa']);
    const about = touching(other);
    const all = new Map(other.parts.map((part) => [part.id, part]));
    const letters = new Set([other.at(1, 1).id]);
    expect(joinBeneath(other.parts, about, letters)).toEqual(new Map());
    expect(isEye(other.at(2, 2), all, about, letters)).toBe(false);
  });
  test('a letter that stands half on the patch has its eye to itself', () => {
    const half = partsOfGrid([
      'aaaa......', //
      'aabbbbbb..',
      'aabbaabb..',
      'aabbbbbb..',
      'aaaa......',
    ]);
    const about = touching(half);
    expect(joinBeneath(half.parts, about, new Set([half.at(2, 1).id]))).toEqual(new Map());
  });
  test('a patch that a thin line cuts is one, by its larger piece; a stout bar parts two', () => {
    const cut = (line: string[]) => {
      const grid = partsOfGrid(
        [
          ...Array.from({ length: 12 }, () => '.aaaaaaaaaaaa.'),
          ...line,
          ...Array.from({ length: 9 }, () => '.aaaaaaaaaaaa.'),
        ],
        2,
      );
      const about = touching(grid);
      return { grid, joined: joinBeneath(grid.parts, about, new Set()) };
    };
    const thin = cut(['bbbbbbbbbbbbbb']);
    expect(thin.joined).toEqual(new Map([[thin.grid.at(2, 18).id, thin.grid.at(2, 2).id]]));
    expect(cut(Array.from({ length: 6 }, () => 'bbbbbbbbbbbbbb')).joined).toEqual(new Map());
  });
});
