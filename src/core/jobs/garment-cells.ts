import { keysOf } from '../base/keys.ts';
import { backings, toppings, type Backing } from '../garment/backings.ts';
import { cloths } from '../garment/cloths.ts';
import type { Garment, GarmentField } from '../garment/garment.ts';
import { hoopSizes } from '../garment/hoops.ts';
import { orders, places, priorities } from '../garment/places.ts';
import { decimalFromText } from '../units/decimal.ts';

/** A column of a jobs file that says something of the garment. */
interface GarmentCell {
  heading: string;
  field: GarmentField;
  /** The value that a cell's text means; undefined: it means none. */
  read: (text: string) => Garment[GarmentField] | undefined;
  write: (value: NonNullable<Garment[GarmentField]>) => string;
  /** What to write instead of text that means nothing. */
  takes: string;
}

/** One of a registry, by key or by name. */
function oneOf(
  heading: string,
  field: GarmentField,
  registry: Readonly<Record<string, { name: string }>>,
): GarmentCell {
  const find = (text: string) =>
    keysOf(registry).find((key) => key === text.toLowerCase() || registry[key]!.name === text.toLowerCase());
  return {
    heading,
    field,
    read: (text) => find(text) as Garment[GarmentField] | undefined,
    write: String,
    takes: `one of ${keysOf(registry).join(', ')}`,
  };
}

function number(
  heading: string,
  field: GarmentField,
  from: number,
  to: number,
  isWhole: boolean,
): GarmentCell {
  return {
    heading,
    field,
    read: (text) => {
      const value = decimalFromText(text);
      return value !== null && value >= from && value <= to && (!isWhole || Number.isInteger(value))
        ? value
        : undefined;
    },
    write: String,
    takes: `a ${isWhole ? 'whole ' : ''}number from ${from} to ${to}`,
  };
}

/** Everything a jobs file may say of a job's garment. Lengths in mm. */
export const garmentCells: readonly GarmentCell[] = [
  oneOf('known cloth', 'cloth', cloths),
  number('layers', 'layers', 1, 6, true),
  {
    heading: 'seam',
    field: 'seams',
    read: (text) => ({ yes: true, no: false })[text.toLowerCase() as 'yes' | 'no'],
    write: (value) => (value ? 'yes' : 'no'),
    takes: 'yes or no',
  },
  {
    heading: 'backing',
    field: 'backings',
    read: (text) => {
      const keys = text.toLowerCase().split(/\s*[+;]\s*/);
      return keys.every((key): key is Backing => Object.hasOwn(backings, key))
        ? [...new Set(keys)]
        : undefined;
    },
    write: (value) => (value as Backing[]).join(' + '),
    takes: `one or several, with + between them, of ${keysOf(backings).join(', ')}`,
  },
  number('backing layers', 'backingLayers', 1, 4, true),
  oneOf('topping', 'topping', toppings),
  oneOf('hoop', 'hoop', hoopSizes),
  number('hoop width', 'hoopWidthMm', 20, 1500, false),
  number('hoop height', 'hoopHeightMm', 20, 1500, false),
  oneOf('place', 'place', places),
  number('width', 'widthMm', 1, 1500, false),
  number('height', 'heightMm', 1, 1500, false),
  oneOf('order', 'order', orders),
  oneOf('priority', 'priority', priorities),
];

/** The garment that a job's cells say, and a sentence for each that means nothing. */
export function readGarmentCells(cell: (heading: string) => string): { garment: Garment; faults: string[] } {
  const faults: string[] = [];
  const said = garmentCells.flatMap(({ heading, field, read, takes }) => {
    const text = cell(heading).trim();
    if (!text) return [];
    const value = read(text);
    if (value === undefined) faults.push(`“${heading}” must be ${takes}, not “${text}”.`);
    return value === undefined ? [] : [[field, value] as const];
  });
  return { garment: Object.fromEntries(said) as Garment, faults };
}

/** The cells of a job's garment by heading; what was not said is empty. */
export function writeGarmentCells(garment: Garment): Record<string, string> {
  return Object.fromEntries(
    garmentCells.map(({ heading, field, write }) => {
      const value = garment[field];
      return [heading, value === undefined ? '' : write(value)];
    }),
  );
}
