export type { LinesSaid, Place } from './lettering/by-hand.ts';
export { checkPicture, pictureLimits, readArtwork, type ReadOptions } from './read.ts';
export type { Reading, Region, Warning } from './reading.ts';
