import { garmentOf } from '../garment/from-words.ts';
import type { Cloth } from '../garment/cloths.ts';
import { hoopSizes } from '../garment/hoops.ts';
import { nearestCloths } from '../garment/nearest-cloths.ts';
import { mm, placeOfGarment, sizeRemark } from '../garment/size.ts';
import { advise } from './advise.ts';
import { byThreadAlone, questionsOf, type JobToAdvise } from './stop-advice.ts';

/** Something about a job's garment that its operator should know before sewing. */
export interface GarmentRemark {
  id: 'cloth' | 'place' | 'order' | 'hoop' | 'backing';
  says: string;
  /** Known cloths to pick from instead, nearest first; of the other ids: none. */
  nearest?: Cloth[];
}

/** A hoop more than this many times as wide and as high as the design holds its cloth badly. From memory. */
const muchLarger = 2.5;

/** What the garment, as far as it was said, has against it: a sentence each, with what to do. Nothing is told of what was not said. */
export function garmentRemarks(job: JobToAdvise): GarmentRemark[] {
  return [...ofCloth(job), ...ofPlace(job), ...ofOrder(job), ...ofHoop(job), ...ofBacking(job)];
}

/** A cloth that the advice does not know: never taken for another one in silence. */
function ofCloth(job: JobToAdvise): GarmentRemark[] {
  const words = job.cloth.trim();
  if (!words || garmentOf(job).garment.cloth) return [];
  return [
    {
      id: 'cloth',
      says: `“${words}” is not a cloth that the advice knows: needles are chosen by thread alone. Pick the nearest one.`,
      nearest: nearestCloths(words),
    },
  ];
}

function ofPlace(job: JobToAdvise): GarmentRemark[] {
  const says = sizeRemark(garmentOf(job).garment);
  return says === null ? [] : [{ id: 'place', says }];
}

function ofOrder(job: JobToAdvise): GarmentRemark[] {
  const { garment } = garmentOf(job);
  const { order } = garment;
  const isCap = placeOfGarment(garment) === 'cap-front';
  if (isCap === (order === 'cap') || (!isCap && order === undefined)) return [];
  return [
    {
      id: 'order',
      says: isCap
        ? 'A cap sews from the centre out and from the bottom up: put the stops in that order, then say so here. A flat’s order puckers on it.'
        : 'These stops are in a cap’s order, and this is no cap: a flat sews from its own order.',
    },
  ];
}

function ofHoop(job: JobToAdvise): GarmentRemark[] {
  const { hoop, hoopWidthMm, hoopHeightMm, widthMm, heightMm } = garmentOf(job).garment;
  if (widthMm === undefined || heightMm === undefined) return [];
  const usual = hoop && hoopSizes[hoop].usualMm;
  const width = hoopWidthMm ?? usual?.[0];
  const height = hoopHeightMm ?? usual?.[1];
  if (width === undefined || height === undefined) return [];
  const size = `${mm(width)} by ${mm(height)}`;
  if (widthMm > width || heightMm > height)
    return [
      {
        id: 'hoop',
        says: `The design (${mm(widthMm)} by ${mm(heightMm)}) is larger than the hoop’s ${size}: the needle would strike the hoop.`,
      },
    ];
  // A cap's frame is what it is.
  if (hoop === 'cap-frame' || width < muchLarger * widthMm || height < muchLarger * heightMm) return [];
  return [
    {
      id: 'hoop',
      says: `A hoop of ${size} is much larger than the design (${mm(widthMm)} by ${mm(heightMm)}): cloth moves in it. Take the next smaller one that holds it.`,
    },
  ];
}

function ofBacking(job: JobToAdvise): GarmentRemark[] {
  const { hoop, hoopWidthMm, hoopHeightMm, backingLayers } = garmentOf(job).garment;
  if (backingLayers === undefined || (hoop ?? hoopWidthMm ?? hoopHeightMm) === undefined) return [];
  const [asked] = questionsOf(job, { element: 'fill' }, null, {}, byThreadAlone)!.map(
    ({ question }) => advise(question).backingLayers,
  );
  if (!asked || backingLayers >= asked.layers) return [];
  return [
    {
      id: 'backing',
      says: `${backingLayers === 1 ? 'One layer' : `${backingLayers} layers`} of backing where the hoop asks for ${asked.layers === 2 ? 'two' : asked.layers}: ${asked.reasons[0]?.says ?? ''}`,
    },
  ];
}
