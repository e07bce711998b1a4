import { loopsPath } from './faces.ts';

/** Outlines of what stands beside or behind a name, as paths about (0, 0), mm. */

type Points = readonly (readonly [number, number])[];
const join = (points: Points): string => loopsPath([points], 3);
const open = (points: Points): string => join(points).replace(/Z$/, '');
const turn = (count: number, radius: (k: number) => number, from = -Math.PI / 2) =>
  join(Array.from({ length: count }, (_, k) => {
    const angle = from + (2 * Math.PI * k) / count;
    return [radius(k) * Math.cos(angle), radius(k) * Math.sin(angle)] as const;
  })); // prettier-ignore
/** A circle. */
export const round = (across: number): string => {
  const r = (across / 2).toFixed(3);
  return `M-${r} 0A${r} ${r} 0 1 1 ${r} 0A${r} ${r} 0 1 1 -${r} 0Z`;
};

export interface Emblem {
  called: string;
  /** The outline, `size` high. */
  outline: (size: number) => string;
  /** So wide a square, as a share of its height, lies within it about its middle. */
  room: number;
}

export const emblems: readonly Emblem[] = [
  {
    called: 'shield',
    outline: (size) => {
      const [w, h] = [size * 0.43, size / 2];
      return `M${-w} ${-h}H${w}V${h * 0.1}C${w} ${h * 0.55} ${w * 0.5} ${h * 0.85} 0 ${h}C${-w * 0.5} ${h * 0.85} ${-w} ${h * 0.55} ${-w} ${h * 0.1}Z`;
    },
    room: 0.56,
  },
  { called: 'hexagon', outline: (size) => turn(6, () => size / 2), room: 0.6 },
  { called: 'disc', outline: round, room: 0.64 },
  {
    called: 'drop',
    outline: (size) => {
      const r = size * 0.34;
      return `M0 ${-size / 2}C${r * 0.5} ${-size * 0.25} ${r} ${-size * 0.05} ${r} ${size / 2 - r}A${r} ${r} 0 1 1 ${-r} ${size / 2 - r}C${-r} ${-size * 0.05} ${-r * 0.5} ${-size * 0.25} 0 ${-size / 2}Z`;
    },
    room: 0.34,
  },
  {
    called: 'gear',
    outline: (size) => turn(48, (k) => (k % 6 < 3 ? size / 2 : size * 0.42)),
    room: 0.5,
  },
  {
    called: 'rosette',
    outline: (size) => turn(160, (k) => (size / 2) * (0.95 + 0.05 * Math.cos((k * 2 * Math.PI) / 10))),
    room: 0.58,
  },
  {
    called: 'house',
    outline: (size) => {
      const h = size / 2;
      return `M0 ${-h}L${h} ${-h * 0.1}H${h * 0.75}V${h}H${-h * 0.75}V${-h * 0.1}H${-h}Z`;
    },
    room: 0.44,
  },
];

export interface Mark {
  called: string;
  /** The path, `size` wide and at most as high. */
  path: (size: number) => string;
  /** Width of its line as a share of its size; null: it is filled. */
  line: number | null;
  /** Its thinnest as a share of its size, where it is filled. */
  thin: number;
}

export const marks: readonly Mark[] = [
  {
    called: 'star',
    path: (size) => turn(10, (k) => size * (k % 2 ? 0.21 : 0.5)),
    line: null,
    thin: 0.22,
  },
  {
    called: 'leaf',
    path: (size) => {
      const s = size / 2;
      return `M0 ${-s}C${s} ${-s * 0.4} ${s * 0.8} ${s * 0.6} 0 ${s}C${-s * 0.8} ${s * 0.6} ${-s} ${-s * 0.4} 0 ${-s}Z`;
    },
    line: null,
    thin: 0.35,
  },
  {
    called: 'peaks',
    path: (size) =>
      join([
        [-size * 0.5, size * 0.3],
        [-size * 0.14, -size * 0.3],
        [size * 0.06, size * 0.03],
        [size * 0.2, -size * 0.15],
        [size * 0.5, size * 0.3],
      ]),
    line: null,
    thin: 0.2,
  },
  {
    called: 'chevron',
    path: (size) =>
      open([
        [-size * 0.42, size * 0.18],
        [0, -size * 0.22],
        [size * 0.42, size * 0.18],
      ]),
    line: 0.13,
    thin: 0.13,
  },
  {
    called: 'wave',
    path: (size) =>
      open(
        Array.from(
          { length: 49 },
          (_, k) => [size * (k / 48 - 0.5) * 0.86, size * 0.1 * Math.sin((k * 4 * Math.PI) / 48)] as const,
        ),
      ),
    line: 0.1,
    thin: 0.1,
  },
];
