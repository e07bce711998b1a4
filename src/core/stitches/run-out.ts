import { consumption, type ClothStack, type SewnElement } from './consumption.ts';

/** A colour stop of a job, as the thread sees it. */
export interface SewnStop extends SewnElement {
  stop: number;
  /** Which cone feeds it: any name that stops on the same cone share. */
  cone: string;
}

/** The place inside a job where something runs out. `stitch` counts within the stop, from 1. */
export interface RunOut {
  piece: number;
  stop: number;
  stitch: number;
}

export interface ThreadPlan {
  /** Per stop and piece, metres. */
  stops: { stop: number; topMetres: number; bobbinMetres: number }[];
  /** Whole job on one head, metres of each cone. */
  cones: Record<string, number>;
  bobbinMetres: number;
  /** Average stitches that one full bobbin sews of this job. */
  stitchesPerBobbin: number;
  bobbins: number;
  /** Where each cone given in `supply` runs out; missing: it lasts. */
  conesRunOut: Record<string, RunOut>;
  /** Where the bobbins run out, the first one begun with `bobbinLeftMetres`; at most `maxRunOuts`. */
  bobbinRunOuts: RunOut[];
}

interface Supply {
  /** Metres left on each cone. */
  cones: Record<string, number>;
  bobbinMetres: number;
  bobbinLeftMetres?: number;
  bobbinFactor?: number;
}

const maxRunOuts = 500;

/** Metres of thread for a job of `pieces` on one head, and where in it each cone and bobbin runs out. */
export function threadPlan(
  stops: readonly SewnStop[],
  pieces: number,
  cloth: ClothStack,
  supply: Supply,
): ThreadPlan {
  const each = stops.map((stop) => consumption(stop, cloth, supply.bobbinFactor));
  const bobbinPiece = each.reduce((sum, one) => sum + one.bobbinMm, 0);
  const stitches = stops.reduce((sum, stop) => sum + stop.stitches, 0);
  const cones = new Map<string, number>();
  stops.forEach(({ cone }, index) => {
    cones.set(cone, (cones.get(cone) ?? 0) + (each[index]!.topMm * pieces) / 1000);
  });
  const conesRunOut = new Map<string, RunOut>();
  for (const [cone, metres] of Object.entries(supply.cones)) {
    const use = stops.map((stop, index) => (stop.cone === cone ? each[index]!.topMm : 0));
    const place = placeAt(stops, use, metres * 1000, pieces);
    if (place) conesRunOut.set(cone, place);
  }
  const bobbinRunOuts: RunOut[] = [];
  const use = each.map((one) => one.bobbinMm);
  for (
    let metres = supply.bobbinLeftMetres ?? supply.bobbinMetres;
    bobbinRunOuts.length < maxRunOuts;
    metres += supply.bobbinMetres
  ) {
    const place = placeAt(stops, use, metres * 1000, pieces);
    if (!place) break;
    bobbinRunOuts.push(place);
  }
  return {
    stops: stops.map(({ stop }, index) => ({
      stop,
      topMetres: each[index]!.topMm / 1000,
      bobbinMetres: each[index]!.bobbinMm / 1000,
    })),
    cones: Object.fromEntries(cones),
    bobbinMetres: (bobbinPiece * pieces) / 1000,
    stitchesPerBobbin: bobbinPiece > 0 ? (supply.bobbinMetres * 1000 * stitches) / bobbinPiece : Infinity,
    bobbins: Math.ceil((bobbinPiece * pieces) / 1000 / supply.bobbinMetres),
    conesRunOut: Object.fromEntries(conesRunOut),
    bobbinRunOuts,
  };
}

/** Where `lengthMm` of thread is used up, when each stop takes `use` mm a piece; null: it outlasts the job. */
function placeAt(
  stops: readonly SewnStop[],
  use: readonly number[],
  lengthMm: number,
  pieces: number,
): RunOut | null {
  const piece = use.reduce((sum, one) => sum + one, 0);
  if (piece <= 0 || lengthMm >= piece * pieces) return null;
  const done = Math.floor(lengthMm / piece);
  let left = lengthMm - done * piece;
  for (const [index, { stop, stitches }] of stops.entries()) {
    if (use[index]! > 0 && left < use[index]!) {
      return {
        piece: done + 1,
        stop,
        stitch: Math.min(stitches, Math.floor((left / use[index]!) * stitches) + 1),
      };
    }
    left -= use[index]!;
  }
  // Rounding carried it over the piece's last stitch: to the first that takes any of it.
  const first = use.findIndex((candidate) => candidate > 0);
  return { piece: Math.min(pieces, done + 2), stop: stops[first]!.stop, stitch: 1 };
}
