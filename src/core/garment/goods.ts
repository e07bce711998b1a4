import type { Cloth } from './cloths.ts';

/** Words that name goods, not a cloth: which cloths they are usually made of, the commonest first. From memory. */
const goodsWords: readonly [RegExp, readonly Cloth[]][] = [
  [/\bjackets?\b|\bcoats?\b/i, ['softshell', 'nylon', 'canvas']],
  [/duffels?|rucksacks?|back ?packs?|\bbags?\b/i, ['nylon', 'canvas', 'leather']],
  [/fishing shirts?/i, ['nylon', 'woven-light', 'knit-light']],
  [/\bshirts?\b/i, ['knit-light', 'woven-dense', 'woven-light']],
  [/\blace\b/i, ['woven-light', 'knit-light', 'woven-dense']],
];

/** The cloths that words for goods may mean, the commonest first; none: the words name no goods that are known. */
export const clothsOfGoods = (text: string): readonly Cloth[] =>
  goodsWords.find(([pattern]) => pattern.test(text))?.[1] ?? [];
