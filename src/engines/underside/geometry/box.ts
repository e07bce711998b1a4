/** A column as it lies in the picture: a rectangle about its middle, `angle` along it (radians, downwards or to the right), px. */
export interface Box {
  x: number;
  y: number;
  angle: number;
  long: number;
  wide: number;
  /** It is cut off at the rim of the picture. */
  isCut: boolean;
}
