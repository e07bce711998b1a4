import { garmentRemarks } from '../advice/garment-remarks.ts';
import { backings } from '../garment/backings.ts';
import { garmentOf } from '../garment/from-words.ts';
import { backingsOf } from '../garment/garment.ts';
import { needlesFor } from '../seating/for-stops.ts';
import { slowestOf } from '../advice/stop-advice.ts';
import { speedLimits } from '../seating/speed.ts';
import { isMetallic } from '../thread/fibres.ts';
import type { CheckInput } from './input.ts';
import type { CheckItem } from './item.ts';

type CheckJob = NonNullable<CheckInput['job']>;

const item = (key: string, says: string, why: string, how: string | null = null): CheckItem => ({
  key,
  group: 'job',
  scope: 'job',
  says,
  why,
  how,
  position: null,
});

/** What this job asks for: backing, hoop or cap frame, what speaks against its garment or a thread, metallic, a test. Nothing without a job. */
export function forJob({ job, threads, schools }: CheckInput): CheckItem[] {
  if (!job) return [];
  const { cloth, hoop } = garmentOf(job).garment;
  const limits = speedLimits(job, { threads, schools });
  const advised = job.stops.map(needlesFor(job, { threads, schools }));
  return [
    backing(job, advised.find((advice) => advice !== null)?.parts[0]?.advice.backingLayers ?? null),
    ...hooping(cloth === 'cap' || hoop === 'cap-frame'),
    // A cap's order has its own line; backing too.
    ...garmentRemarks(job)
      .filter(({ id }) => id !== 'order' && id !== 'backing')
      .map(({ id, says }) => item(`told-${id}`, says, 'The job’s garment says so.')),
    ...advised.flatMap((advice, index) =>
      (advice?.planned ?? []).map(({ says }) =>
        item(
          `weight:${job.stops[index]!.stop}`,
          `Stop ${job.stops[index]!.stop}: ${says}`,
          'The thread planned is not the one advised.',
        ),
      ),
    ),
    ...metallic(job, threads, limits),
    ...speed(job, threads, limits),
    item('sample', 'One test on a similar scrap', 'Before the first piece of this job.'),
  ];
}

function backing(
  job: CheckJob,
  layers: { layers: number; reasons: readonly { says: string }[] } | null,
): CheckItem {
  if (!layers)
    return item(
      'backing',
      'Right backing, covering the whole hoop',
      job.cloth ? 'This cloth is not known to the advice: judge it by hand.' : 'The job names no cloth.',
    );
  const kinds = backingsOf(garmentOf(job).garment)
    .map((key) => backings[key].name)
    .join(' and ');
  return item(
    'backing',
    `Backing: ${layers.layers} ${layers.layers === 1 ? 'layer' : 'layers'}${kinds ? ` of ${kinds}` : ''}, covering the whole hoop`,
    layers.reasons[0]?.says ?? 'This cloth asks for it.',
  );
}

const hooping = (isCap: boolean): CheckItem[] => [
  isCap
    ? item(
        'cap-order',
        'The design is made for a cap: from the centre out, bottom up',
        'This job sews on caps; the same logo made for a flat puckers on them.',
      )
    : item(
        'hoop',
        'Right hoop; cloth drum tight; screws tighter than fingers make them',
        'Loose cloth moves under the needle.',
      ),
  item(
    'pins',
    isCap ? 'Cap frame snapped in, both sides' : 'Hoop pins snapped in, both sides',
    'A hoop that comes off breaks needles.',
  ),
  item(
    'underside',
    'The underside touches the plate lightly through the whole range',
    'Riding high it flags and skips; upside down it is sewn shut.',
    'Trace the design once without sewing.',
  ),
];

const isMetallicStop = (stop: CheckJob['stops'][number], threads: CheckInput['threads']) =>
  isMetallic(threads.get(stop.threadId)?.fibre);
type Limits = ReturnType<typeof speedLimits>;

/** A limit that is not metallic's own: foam, caps, thick thread, small letters. */
function speed(job: CheckJob, threads: CheckInput['threads'], limits: Limits): CheckItem[] {
  const slowest = slowestOf(limits);
  const stop = job.stops.find((candidate) => candidate.stop === slowest?.stop);
  if (!slowest || !stop || isMetallicStop(stop, threads)) return [];
  return [
    item('speed', `At most ${slowest.limit} st/min: stop ${slowest.stop}, ${stop.element}`, slowest.because),
  ];
}

function metallic(job: CheckJob, threads: CheckInput['threads'], limits: Limits): CheckItem[] {
  const first = job.stops.findIndex((stop) => isMetallicStop(stop, threads));
  if (first === -1) return [];
  return [
    item(
      'metallic',
      'Metallic: net over the cone, one guide skipped, upper tension opened',
      'This job sews metallic thread: it twists and shreds where others run.',
    ),
    item(
      'metallic-speed',
      `Metallic: at most ${limits[first]?.limit ?? 700} st/min`,
      'Metallic thread breaks first at full speed.',
      'Slower still if it breaks.',
    ),
  ];
}
