import type { NextStep } from './answer.ts';
import { placeName, type Place } from './place-name.ts';

/** What can be done about a place that breaks more often: find out why now, or have it looked at before the next job. */
export const placeSteps = (place: Place, heads: number, why: string): NextStep[] => [
  { does: 'trace', says: `Find out why at ${placeName(place, heads)}`, ...seatOf(place) },
  { does: 'check', says: 'Put it on Check', item: why, ...seatOf(place) },
];

const seatOf = ({ head, position }: Place) => ({ head, position });
