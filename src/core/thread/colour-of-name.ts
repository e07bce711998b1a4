import { colorsNamed } from 'culori';

/**
 * A colour that a thread's name may mean, as #rrggbb: its last word that is a colour's name (CSS Color 4, named colours), two words
 * together first ("dark green"). Null: none of its words is one. A guess, to be looked at.
 */
export function colourOfName(name: string): string | null {
  const words = name.toLowerCase().match(/[a-z]+/g) ?? [];
  const named = new Map(Object.entries(colorsNamed));
  const of = (word: string) => named.get(more[word] ?? word);
  for (let at = words.length - 1; at >= 0; at--) {
    const value = of(`${words[at - 1] ?? ''}${words[at]}`) ?? of(words[at]!);
    if (value !== undefined) return `#${value.toString(16).padStart(6, '0')}`;
  }
  return null;
}

/** Words of threads that CSS has no name for, by the nearest that it has. From memory. */
const more: Readonly<Record<string, string>> = {
  burgundy: 'maroon',
  rose: 'palevioletred',
  cream: 'cornsilk',
  copper: 'sienna',
  rust: 'sienna',
  mint: 'aquamarine',
  lemon: 'gold',
  scarlet: 'crimson',
  charcoal: 'darkslategray',
  sand: 'tan',
  amber: 'orange',
  jade: 'seagreen',
  wine: 'maroon',
  bronze: 'peru',
};
