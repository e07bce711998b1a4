export { nearest } from './near.ts';
export { otherKind, pictureKind } from './picture-kind.ts';
export { pictureSize } from './picture-size.ts';
export { flatten, halvedBelow, toWorking, wordsOf, type Pixels, type Working } from './pixels.ts';
export { checkSvg, embeddedPictures, svgAspect } from './svg.ts';
