import { keysOf } from '../base/keys.ts';

/** What is known of a kind of element of a design. */
interface ElementRecord {
  name: string;
  /** Stitch length, or column width where stitches cross a column, mm, of a design that was not measured. From memory. */
  usualLengthMm: number;
  /** Stitches go to and fro across a column, so that bobbin thread shows in its middle. */
  crosses: boolean;
  /** Where it lies, from the cloth up, as a digitiser layers it. Common practice, no published source. */
  layer: number;
  /** What could be sewn instead where it brings rules into conflict. Common practice, no published source. */
  instead?: string;
}

/** The kinds of elements a design is made of. */
export const elements = {
  fill: { name: 'fill', usualLengthMm: 4, crosses: false, layer: 0 },
  satin: { name: 'satin', usualLengthMm: 3, crosses: true, layer: 2 },
  lettering: { name: 'lettering', usualLengthMm: 1.5, crosses: true, layer: 4 },
  run: { name: 'run', usualLengthMm: 2.5, crosses: false, layer: 3 },
  foam: {
    name: 'foam',
    usualLengthMm: 4,
    crosses: true,
    layer: 1,
    instead: 'Raise the columns with a thick underlay instead of foam.',
  },
} as const satisfies Record<string, ElementRecord>;

export type ElementKind = keyof typeof elements;
/** What is known of a kind of element. */
export const elementOf = (kind: ElementKind): ElementRecord => elements[kind];
export const elementKinds = keysOf(elements);
