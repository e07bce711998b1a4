import { type ElementKind } from '../../../core/element/elements.ts';
import { schoolTopics, type Schools, type SchoolTopic } from '../../../core/advice/schools.ts';
import type { Measures } from '../../../core/element/measures.ts';
import { garmentFormOf, garmentFrom, type GarmentForm } from './garment-form.ts';
import { measuresFormOf, measuresFrom, type MeasuresForm } from './measures-form.ts';
import { wholeFromText } from '../../../core/units/whole.ts';
import type { Job } from '../../../schemas/workshop.ts';

/** The job as its form holds it: text as typed. */
export interface JobForm {
  name: string;
  customer: string;
  cloth: string;
  pieces: string;
  due: string;
  note: string;
  garment: GarmentForm;
  /** Answers for this job only; '' is the workshop's. */
  schools: Record<SchoolTopic, string>;
  stops: {
    threadId: string;
    stitches: string;
    element: ElementKind;
    position: string;
    measured: MeasuresForm;
  }[];
}

export const blankStop = (threadId: string): JobForm['stops'][number] => ({
  threadId,
  stitches: '',
  element: 'fill',
  position: '',
  measured: measuresFormOf({ element: 'fill' }),
});

export function formOf(job: Job | null, threadId: string): JobForm {
  if (!job)
    return {
      name: '',
      customer: '',
      cloth: '',
      pieces: '',
      due: '',
      note: '',
      garment: garmentFormOf(),
      schools: schoolsOf(null),
      stops: [blankStop(threadId)],
    };
  const { name, customer, cloth, pieces, due, note, stops } = job;
  return {
    name,
    customer,
    cloth,
    pieces: String(pieces),
    due: due ?? '',
    note,
    garment: garmentFormOf(job.garment),
    schools: schoolsOf(job.schools),
    stops: stops.map((stop) => ({
      threadId: stop.threadId,
      stitches: String(stop.stitches),
      element: stop.element,
      position: stop.position === null ? '' : String(stop.position),
      measured: measuresFormOf(stop),
    })),
  };
}

const topics = Object.keys(schoolTopics) as SchoolTopic[];
const schoolsOf = (kept: Job['schools']) =>
  Object.fromEntries(topics.map((topic) => [topic, kept?.[topic] ?? ''])) as JobForm['schools'];

/** The answers that differ from the workshop's, or null when none does. */
export function chosenSchools(schools: JobForm['schools']): Partial<Schools> | null {
  const chosen = topics.filter((topic) => schools[topic]).map((topic) => [topic, schools[topic]]);
  return chosen.length > 0 ? (Object.fromEntries(chosen) as Partial<Schools>) : null;
}

/** The form is sent only when its numbers are good: NaN would be refused by the server. */
const number = (text: string) => wholeFromText(text) ?? NaN;

/** What is known of a form's stop, to be spread into its message. */
export function withMeasures({ measured, element }: JobForm['stops'][number]): { measures?: Measures } {
  const measures = measuresFrom(measured, element);
  return measures ? { measures } : {};
}

/** The message for the server. Stops are numbered in their order. */
export function messageOf(form: JobForm) {
  return {
    ...form,
    pieces: number(form.pieces),
    due: form.due || null,
    schools: chosenSchools(form.schools),
    garment: garmentFrom(form.garment),
    stops: form.stops.map((stop, index) => ({
      stop: index + 1,
      threadId: stop.threadId,
      stitches: number(stop.stitches),
      element: stop.element,
      position: stop.position ? number(stop.position) : null,
      ...withMeasures(stop),
    })),
  };
}
