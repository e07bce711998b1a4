import type { LinesSaid, Place } from '../../engines/logo/index.ts';

const placesFrom = (text: string): Place[] =>
  text.split(';').map((place) => {
    const [x, y] = place.split(',').map(Number) as [number, number];
    return { x, y };
  });

/** What is said of lines of lettering, as it stands in an address: "0.1,0.4;0.7,0.4|0.2,0.8;0.6,0.8" joined, "0.5,0.4" cut. */
export const linesFrom = ({ joined, cut }: { joined?: string; cut?: string }): LinesSaid => ({
  joined: joined ? joined.split('|').map(placesFrom) : [],
  cut: cut ? placesFrom(cut) : [],
});
