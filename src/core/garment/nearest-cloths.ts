import { closest, distance } from 'fastest-levenshtein';
import { keysOf } from '../base/keys.ts';
import { cloths, type Cloth } from './cloths.ts';
import { clothFromWords } from './from-words.ts';
import { clothsOfGoods } from './goods.ts';

/** Single words to offer and to guess by, with the cloth they mean. */
const offered: readonly string[] = [
  ...['knit', 'jersey', 'polo', 'pique', 'sweater', 'sweatshirt', 'hoodie', 'beanie', 'cotton', 'linen'],
  ...['poplin', 'satin', 'taffeta', 'oxford', 'nylon', 'ripstop', 'towel', 'fleece', 'terry', 'twill'],
  ...['workwear', 'drill', 'canvas', 'denim', 'jeans', 'cap', 'softshell', 'leather', 'vinyl', 'felt'],
];

/** Words to suggest while a cloth is typed: the known cloths and the usual words for them. */
export const clothSuggestions: readonly string[] = [
  ...keysOf(cloths).map((key) => cloths[key].name),
  ...offered,
];

/** Up to three known cloths nearest to words that name none, nearest first: by their spelling, by what such goods are made of, else the commonest. */
export function nearestCloths(text: string): Cloth[] {
  const words = text.toLowerCase().match(/[\p{L}-]{3,}/gu) ?? [];
  const guesses = words
    .map((word) => ({ word, near: closest(word, [...offered]) }))
    .map(({ word, near }) => ({ near, off: distance(word, near) / Math.max(word.length, near.length) }))
    .filter(({ off }) => off <= 0.5)
    .sort((a, b) => a.off - b.off)
    .flatMap(({ near }) => clothFromWords(near) ?? []);
  return [
    ...new Set<Cloth>([...guesses, ...clothsOfGoods(text), 'knit-light', 'twill', 'woven-light']),
  ].slice(0, 3);
}
