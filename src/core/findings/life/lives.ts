/** One needle's life. */
export interface Life {
  /** How long it was watched, in whatever is asked about (stitches, hours); above 0. */
  span: number;
  /** Whether it ended by trouble; if not it was changed for another reason or is still in (censored). */
  ended: boolean;
}

/** How a needle's life went, by the ages at which any ended or left: counts at each, oldest last. */
export interface AtAge {
  age: number;
  /** Lives that came as far as this age. */
  atRisk: number;
  ended: number;
  censored: number;
}

/** Lives that say something: a needle that sewed nothing was not tried. */
export const triedLives = (lives: readonly Life[]): Life[] =>
  lives.filter(({ span }) => Number.isFinite(span) && span > 0);

/** Lives counted age by age, in order of age. */
export function byAge(lives: readonly Life[]): AtAge[] {
  const sorted = triedLives(lives).sort((a, b) => a.span - b.span);
  const ages: AtAge[] = [];
  sorted.forEach(({ span, ended }, index) => {
    let last = ages.at(-1);
    if (last?.age !== span)
      ages.push((last = { age: span, atRisk: sorted.length - index, ended: 0, censored: 0 }));
    if (ended) last.ended += 1;
    else last.censored += 1;
  });
  return ages;
}
