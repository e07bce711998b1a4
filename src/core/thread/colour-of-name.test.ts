import { expect, test } from 'vitest';
import { colourOfName } from './colour-of-name.ts';

/** Values of the names: CSS Color Module Level 4, section 6.1 (named colours). */
test.each([
  ['Ink black', '#000000'],
  ['Snowmelt white', '#ffffff'],
  ['Deep lake blue', '#0000ff'],
  ['Dark green', '#006400'],
  ['Pebble grey', '#808080'],
  ['Kite orange', '#ffa500'],
  ['Teal feather', '#008080'],
  ['Bandstand burgundy', '#800000'],
  ['navy 40', '#000080'],
])('“%s” is shown as %s until someone picks', (name, colour) => expect(colourOfName(name)).toBe(colour));
test('a name without a colour in it is no guess', () => {
  expect(colourOfName('Article 7')).toBeNull();
  expect(colourOfName('')).toBeNull();
  expect(colourOfName('constructor')).toBeNull();
});
