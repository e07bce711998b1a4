import { quantile } from 'simple-statistics';
import type { Sketch } from './column.ts';
import { betweenOff, brightness, colourOf, difference, dot, medianOf, type Colour } from '../image/planes.ts';

/** Bobbin and top thread must differ by this of full brightness; so much and it is sure that they do. */
export const leastContrast = 0.09;
export const sureContrast = 0.2;
/** Middles nearer than this to each other are of one thread. */
const oneThread = 0.15;
/** A middle like the cloth may be the cloth, seen beside a stripe that was taken for a column: it counts for so much of one. */
const likeCloth = 0.08;
const clothCounts = 0.6;
/** A purer colour is one that lies further from the top threads by this factor, on the way to which the others lie within this, most of them; so many of the columns must show it. */
const furtherBy = 1.2;
const mixedWithin = 0.08;
/** What lies nearer to its top thread than this may be a gloss or a shade of it. */
const leastPure = 0.3;
const mostMixed = 0.75;
const leastPurer = 0.2;
/** The purest of a group of so many or more: those from this quantile on. */
const purestFrom = 0.8;
const leastGroup = 4;
/** So many colours are tried at most. */
const mostCandidates = 3;
/** One thread in another light: lighter or darker by these factors, its colour otherwise as near as this. Darker yet where the cloth is too dark to tell the light. */
const lightsApart = [0.6, 1.4] as const;
const darkestUntold = 0.4;
const sameHue = 0.05;
/** The light on a column is told by its cloth, where that is brighter than this, and between these parts of the lightest. */
const leastBright = 0.12;
const lightsWithin = { least: 0.4, most: 1 } as const;
/** The lightest cloth is this quantile of all: the brightest of it may be something else that lies beside a column. */
const lightest = 0.8;

/** What can be told of the bobbin thread before any column is measured. */
export interface BobbinTold {
  /** The bobbin's colours that come into question, each as it is in the light on each column: the likeliest first. Empty: none can be told. */
  candidates: Colour[][];
  /** How light it is on each column, as parts of the lightest. */
  lights: number[];
}

/** One bobbin thread runs under all columns: of the middles that differ from their own top thread the colours that some agree on, those that most do first. */
export function bobbinTold(columns: readonly Sketch[]): BobbinTold {
  const lights = lightsOn(columns);
  const middles = columns.map(({ top, inner, left, right }, index) => ({
    colour: times(inner, 1 / lights[index]!),
    top: times(top, 1 / lights[index]!),
    contrast: difference(top, inner),
    counts: Math.min(difference(inner, left), difference(inner, right)) < likeCloth ? clothCounts : 1,
  }));
  const weight = (group: readonly Middle[]) => group.reduce((sum, { counts }) => sum + counts, 0);
  const told: Group[] = [];
  let rest = middles.filter(({ contrast }) => contrast > leastContrast);
  while (rest.length > 0 && told.length < mostCandidates) {
    const groups = rest.map(({ colour }) =>
      rest.filter((other) => difference(colour, other.colour) < oneThread),
    );
    const group = groups.reduce((most, other) => (weight(other) > weight(most) ? other : most));
    told.push({ bobbin: purest(group), group });
    rest = rest.filter((one) => !group.includes(one));
  }
  const least = Math.max(2, leastPurer * columns.length);
  // What is like the cloth mixes with nothing.
  const purer = told.filter(
    ({ group }) => weight(group) >= least && group.every(({ counts }) => counts === 1),
  );
  const pure = told.filter((one) => !purer.some((other) => other !== one && isMixedOf(one, other.bobbin)));
  const darkest = isToldBy(columns) ? lightsApart[0] : darkestUntold;
  const candidates = pure.map(({ bobbin }) => lights.map((by) => times(bobbin, by)));
  return {
    candidates: candidates.map((each) =>
      each.map((bobbin, index) => seenAs(bobbin, columns[index]!, darkest)),
    ),
    lights,
  };
}

interface Middle {
  colour: Colour;
  top: Colour;
  contrast: number;
  counts: number;
}

/** Middles that agree on a colour. */
interface Group {
  bobbin: Colour;
  group: readonly Middle[];
}

/** The colour of a group: the usual one, or that of its purest where the others are mixtures of that with their own top threads, thinner than a lens or a JPEG can tell. */
function purest(group: readonly Middle[]): Colour {
  const contrasts = group.map(({ contrast }) => contrast);
  const least = quantile(contrasts, purestFrom);
  const pure = medianOf(group.flatMap(({ colour, contrast }) => (contrast >= least ? [colour] : [])));
  const usual = medianOf(group.map(({ colour }) => colour));
  return group.length >= leastGroup && isMixedOf({ bobbin: usual, group }, pure) ? pure : usual;
}

/** Whether a group shows a purer colour mixed with its own top threads. */
function isMixedOf({ bobbin, group }: Group, pure: Colour): boolean {
  const mixed = group.filter(
    ({ colour, top }) =>
      betweenOff(colour, top, pure) < mixedWithin &&
      difference(top, pure) > Math.max(leastPure, furtherBy * difference(top, bobbin)),
  );
  return mixed.length >= mostMixed * group.length;
}

/** A bobbin's colour as a column shows it: its own middle, where that is the same colour in another light and surely not its top thread. */
function seenAs(bobbin: Colour, { top, inner }: Sketch, darkest: number): Colour {
  const by = dot(inner, bobbin) / Math.max(1e-6, dot(bobbin, bobbin));
  const isSame = by > darkest && by < lightsApart[1] && difference(inner, times(bobbin, by)) < sameHue;
  return isSame && difference(top, inner) > sureContrast ? inner : bobbin;
}

const times = (colour: Colour, by: number): Colour => colourOf((plane) => Math.min(1, colour[plane] * by));

/** How bright it is at each column, as parts of what it is where it is lightest: as its cloth is, on that side of it which is less unlike the others. */
function lightsOn(columns: readonly Sketch[]): number[] {
  const usual = lightestCloth(columns);
  return columns.map(({ left, right }) => {
    if (usual < leastBright) return 1;
    const [one, other] = [brightness(left) / usual, brightness(right) / usual] as [number, number];
    const near =
      Math.abs(Math.log(Math.max(1e-3, one))) < Math.abs(Math.log(Math.max(1e-3, other))) ? one : other;
    return Math.min(lightsWithin.most, Math.max(lightsWithin.least, near));
  });
}

const lightestCloth = (columns: readonly Sketch[]) =>
  quantile(
    columns.flatMap(({ left, right }) => [brightness(left), brightness(right)]),
    lightest,
  );

/** Whether the cloth is bright enough to tell how light it is at each column. */
const isToldBy = (columns: readonly Sketch[]) => lightestCloth(columns) >= leastBright;
