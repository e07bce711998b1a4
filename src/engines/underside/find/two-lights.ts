import type { Ground } from './cloth.ts';
import { brightness, colourOf, difference, dot, type Colour, type Planes } from '../image/planes.ts';

/** A colour of the picture with the ground that it makes. */
export interface Coloured {
  colour: Colour;
  ground: Ground;
}

/** In a shadow a cloth is so much darker, and its colour otherwise as near as this. */
const shadow = { darkest: 0.3, lightest: 0.93, sameHue: 0.045 } as const;
/** Beyond both of its lights a cloth may be a little lighter and darker still. */
const beyond = 1.1;
/** So many such grounds are looked for at most: a picture of greys has many pairs. */
const most = 2;

/**
 * Grounds of one cloth in two lights: where two of the picture's common colours (the commonest first) are one colour, lighter and darker, all between the two is ground too. A shadow's
 * edge crosses the block then, and no column lies whole in either part.
 */
export function groundsInTwoLights(field: Planes, coloured: readonly Coloured[]): Ground[] {
  const pairs = coloured.flatMap((one, index) =>
    coloured.slice(index + 1).flatMap((other) => {
      const [lit, dark] = brightness(one.colour) > brightness(other.colour) ? [one, other] : [other, one];
      const part = dot(dark.colour, lit.colour) / dot(lit.colour, lit.colour);
      const isShadow = part > shadow.darkest && part < shadow.lightest;
      const off = difference(
        dark.colour,
        colourOf((plane) => part * lit.colour[plane]),
      );
      return isShadow && off < shadow.sameHue ? [{ lit, dark, part }] : [];
    }),
  );
  return pairs.slice(0, most).map(({ lit, dark, part }) => ({
    off: offFromLights(field, lit.colour, [part / beyond, beyond]),
    limit: Math.max(lit.ground.limit, dark.ground.limit),
  }));
}

/** Largest difference of each pixel's planes from a colour in the light that suits the pixel best, between two. */
function offFromLights({ planes }: Planes, colour: Colour, [least, lightest]: readonly [number, number]) {
  const [red, green, blue] = planes;
  const [r, g, b] = colour;
  const squared = dot(colour, colour);
  return red.map((own, at) => {
    const light = (own * r + green[at]! * g + blue[at]! * b) / squared;
    const by = light < least ? least : light > lightest ? lightest : light;
    return Math.max(Math.abs(own - by * r), Math.abs(green[at]! - by * g), Math.abs(blue[at]! - by * b));
  });
}
