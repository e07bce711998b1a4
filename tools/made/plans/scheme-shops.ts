import type { Chance } from '../../../src/core/base/chance.ts';
import { threads } from '../../demo/world.ts';
import { tarnside, type Design, type Shop } from './scheme-weeks.ts';

/**
 * Three invented shops, made after the proposal was, to judge it by. Each draws its customers' designs by chance; their heads are
 * as they came: the same middling needle everywhere, the first colours of the box.
 */
const asItCame = threads.slice(0, 15).map(({ code }) => [code, '75/11 sharp'] as const);

const heavy = [
  'WH40',
  'BK40',
  'RE40',
  'GO40',
  'NA40',
  'SI40',
  'BL40',
  'OR40',
  'GR40',
  'YE40',
  'BU40',
  'BR40',
  'CR40',
];
const fine = ['WH60', 'BK60', 'NA60', 'GR60'];

/** Draws from a list, the first ones most often, none twice. */
function favourites(luck: Chance, from: readonly string[], count: number): string[] {
  const left = [...from];
  return Array.from({ length: count }, () => {
    const at = Math.floor(left.length * luck.next() ** 2);
    return left.splice(at, 1)[0]!;
  });
}

const upTo = (luck: Chance, least: number, most: number) => Math.round(luck.between(least, most));

type Stops = Design['stops'];

/** Customers' designs; `draw` makes one. */
const customers =
  (count: number, draw: (luck: Chance, index: number) => Omit<Design, 'name' | 'often'>) => (luck: Chance) =>
    Array.from({ length: count }, (_, index): Design => ({
      name: `customer ${index + 1}`,
      often: upTo(luck, 1, 4),
      ...draw(luck, index),
    }));

const foamCaps: Shop = {
  name: 'nearly only foam caps',
  jobsAWeek: 14,
  head: asItCame,
  designs: customers(20, (luck, index) => {
    if (index % 10 === 9) {
      const [first, second] = favourites(luck, heavy, 2);
      return {
        cloth: 'knit, heavy',
        pieces: upTo(luck, 6, 30),
        stops: [
          [first!, 3800, 'fill'],
          [second!, 1500, 'satin'],
        ],
      };
    }
    const [raised, edge, third] = favourites(luck, heavy, 3);
    const text = luck.next() < 0.35 ? favourites(luck, fine, 1) : [];
    return {
      cloth: 'structured cap, raised foam',
      garment: { cloth: 'cap' },
      pieces: upTo(luck, 12, 60),
      stops: [
        [raised!, upTo(luck, 4000, 6500), 'foam'],
        [edge!, upTo(luck, 900, 2500), 'satin'],
        ...(luck.next() < 0.5 ? ([[third!, upTo(luck, 500, 1500), 'satin']] satisfies Stops) : []),
        ...text.map((code): Stops[number] => [code, 900, 'lettering', 4.5]),
      ],
    };
  }),
};

const shirts: Shop = {
  name: 'shirts with small text',
  jobsAWeek: 18,
  head: asItCame,
  designs: customers(26, (luck) => {
    const cloth = ['woven, light', 'polo knit', 'woven, dense', 'cotton poplin'][upTo(luck, 0, 3)]!;
    const [logo, second] = favourites(luck, heavy, 2);
    const text = favourites(luck, fine, luck.next() < 0.25 ? 2 : 1);
    return {
      cloth,
      pieces: upTo(luck, 10, 40),
      stops: [
        [logo!, upTo(luck, 1800, 4200), 'fill'],
        ...(luck.next() < 0.6 ? ([[second!, upTo(luck, 600, 1500), 'satin']] satisfies Stops) : []),
        ...text.map((code): Stops[number] => [
          code,
          upTo(luck, 700, 1800),
          'lettering',
          upTo(luck, 35, 50) / 10,
        ]),
      ],
    };
  }),
};

const towels: Shop = {
  name: 'towels and knits',
  jobsAWeek: 15,
  head: asItCame,
  designs: customers(22, (luck, index) => {
    const isTowel = index % 2 === 0;
    const pale = ['IC40', 'RO40', 'LI40', 'TE40', 'PU40', ...heavy];
    const colours = favourites(luck, pale, upTo(luck, 2, 4));
    return {
      cloth: isTowel ? 'towel' : luck.next() < 0.6 ? 'knit, light' : 'sweatshirt knit',
      pieces: upTo(luck, 6, 36),
      stops: colours.map((code, at): Stops[number] => [
        code,
        at === 0 ? 4200 : 1400,
        at === 0 ? 'fill' : 'satin',
      ]),
    };
  }),
};

export const inventedShops: readonly Shop[] = [foamCaps, shirts, towels];
/** The demo's workshop with its head as it came, before anybody laid it out. */
export const tarnsideAsItCame: Shop = {
  ...tarnside,
  name: 'the demo’s jobs, head as it came',
  head: asItCame,
};
