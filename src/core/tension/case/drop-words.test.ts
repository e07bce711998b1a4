import { expect, test } from 'vitest';
import { dropText } from './drop-words.ts';

const band = { from: 25, to: 30 };

// A case at 27 g holds 20 g and lets 40 g run. Common practice, no published source.
test.each([
  [20, 'holds', /^Above 20 g: may be right. Turn nothing; a weight of 30 g tells more/],
  [40, 'runs', /^Below 40 g: may be right. Turn nothing; a weight of 25 g tells more/],
  [30, 'holds', /too tight. Loosen/],
  [40, 'holds', /too tight. Loosen/],
  [25, 'runs', /too loose. Tighten/],
  [20, 'runs', /too loose. Tighten/],
  [28, 'crawls', /^Between 25.2 g and 30.8 g.$/],
] as const)('%i g that %s', (grams, outcome, says) => expect(dropText(grams, outcome, band)).toMatch(says));
