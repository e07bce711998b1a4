import { isMetallic } from '../thread/fibres.ts';
import { type ElementKind } from '../element/elements.ts';
import type { NeedleCoating, NeedleEye, NeedlePoint } from '../needle/letters.ts';
import type { Basis } from '../base/quantity.ts';
import type { NeedleMetric } from '../units/needle-size.ts';
import type { Priority } from '../garment/places.ts';
import type { Question } from './question.ts';
import type { Backing } from '../garment/backings.ts';
import type { Cloth } from '../garment/cloths.ts';
import type { HoopSize } from '../garment/hoops.ts';
import type { SchoolTopic } from './schools.ts';

/** When a rule speaks: every condition named must hold. Ranges are [from, below). */
export interface When {
  cloth?: readonly Cloth[];
  notCloth?: readonly Cloth[];
  element?: readonly ElementKind[];
  backing?: readonly Backing[];
  notBacking?: readonly Backing[];
  hoop?: readonly HoopSize[];
  seams?: boolean;
  layers?: readonly [number, number];
  letterMm?: readonly [number, number];
  strokeMm?: readonly [number, number];
  weightNo?: readonly [number, number];
  metallic?: boolean;
  fibre?: readonly string[];
  priority?: Priority;
}

/** What a rule asks for. Lists are best first. */
export interface Wants {
  size?: readonly NeedleMetric[];
  /** No blade thinner, or thicker, than this. */
  atLeast?: NeedleMetric;
  atMost?: NeedleMetric;
  point?: readonly NeedlePoint[];
  eye?: readonly NeedleEye[];
  coating?: readonly NeedleCoating[];
  /** Thread weight number for this element. */
  weight?: readonly number[];
  /** Stitches per minute at most. */
  speed?: number;
  /** And at most this when it still breaks. */
  speedIfBreaks?: readonly [number, number];
  backingLayers?: number;
  caution?: string;
}

/**
 * One rule of the trade. `strength` 5: without it the work fails or someone is hurt; 4: the usual cause of trouble;
 * 3: what most do; 2: a school's default; 1: taste.
 */
export interface Rule {
  id: string;
  when: When;
  wants: Wants;
  strength: 1 | 2 | 3 | 4 | 5;
  because: string;
  basis: Basis;
  /** What could be changed so that it no longer asks for this. */
  wayOut?: string;
  school?: { topic: SchoolTopic; choice: string };
}

const within = (value: number | null, range: readonly [number, number] | undefined) =>
  !range || (value !== null && value >= range[0] && value < range[1]);
const among = <T>(value: T, list: readonly T[] | undefined) => !list || list.includes(value);

/** Whether a rule speaks to a question. */
export function speaks({ when, school }: Rule, question: Question): boolean {
  const { thread } = question;
  return (
    (!school || question.schools[school.topic] === school.choice) &&
    among(question.cloth, when.cloth) &&
    !when.notCloth?.includes(question.cloth) &&
    among(question.element, when.element) &&
    (!when.backing || when.backing.some((backing) => question.backings.includes(backing))) &&
    !when.notBacking?.some((backing) => question.backings.includes(backing)) &&
    among(question.hoop, when.hoop) &&
    (when.seams === undefined || when.seams === question.seams) &&
    within(question.layers, when.layers) &&
    within(question.letterMm, when.letterMm) &&
    within(question.strokeMm, when.strokeMm) &&
    within(thread?.weightNo ?? null, when.weightNo) &&
    (when.metallic === undefined || when.metallic === isMetallic(thread?.fibre)) &&
    (!when.fibre || (thread !== null && when.fibre.includes(thread.fibre))) &&
    among(question.priority, when.priority && [when.priority])
  );
}
