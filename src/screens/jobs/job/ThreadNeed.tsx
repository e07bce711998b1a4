import { sewnParts, stitchLengthOf } from '../../../core/element/measures.ts';
import { garmentOf } from '../../../core/garment/from-words.ts';
import { thicknessMm as thicknessOf } from '../../../core/garment/thickness.ts';
import type { Garment } from '../../../core/garment/garment.ts';
import { bobbinLength } from '../../../core/bobbin/capacity.ts';
import { threadPlan } from '../../../core/stitches/run-out.ts';
import { usualBobbinShare } from '../../../core/stitches/usual.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import { Swatch } from '../../../parts/thread/Swatch.tsx';
import { counted, whole } from '../../../parts/text.ts';
import type { Cone, Job } from '../../../schemas/workshop.ts';

interface ThreadNeedProps {
  stops: readonly Pick<Job['stops'][number], 'threadId' | 'stitches' | 'element' | 'measures'>[];
  pieces: number;
  /** The job's own words, and what else was said of the garment. */
  cloth: string;
  garment: Garment;
  cones: readonly Cone[];
}

/** Thread that the whole job takes, per thread and in bobbins, and in which piece the fullest cone would end. */
export function ThreadNeed({ stops, pieces, cloth, garment, cones }: ThreadNeedProps) {
  const { threads } = useFrame();
  const thicknessMm = thicknessOf(garmentOf({ cloth, garment }).garment);
  const bobbin = bobbinLength('L', 1000 / 60).value;
  const fullest = (threadId: string) =>
    Math.max(0, ...cones.filter((cone) => cone.threadId === threadId).map((cone) => cone.leftMetres));
  const plan = threadPlan(
    stops.flatMap((stop, index) =>
      sewnParts(stop).map((part) => ({
        stop: index + 1,
        kind: part.element,
        stitches: part.stitches,
        lengthMm: stitchLengthOf(part),
        cone: stop.threadId,
      })),
    ),
    pieces,
    { thicknessMm, bobbinShare: usualBobbinShare },
    {
      cones: Object.fromEntries(stops.map((stop) => [stop.threadId, fullest(stop.threadId)])),
      bobbinMetres: bobbin,
    },
  );
  if (stops.length === 0)
    return (
      <section aria-label="Thread for the job" className="sheet mt-5 p-4">
        <h2>Thread for the job</h2>
        <p className="quiet mt-1">
          Give the stops their threads and stitches: then it says how many metres and bobbins the job takes.
        </p>
      </section>
    );
  return (
    <section aria-label="Thread for the job" className="sheet mt-5 p-4">
      <h2>Thread for {counted(pieces, 'piece')}</h2>
      <ul className="figures mt-1 grid gap-x-6 sm:grid-cols-2">
        {Object.entries(plan.cones).map(([threadId, metres]) => {
          const thread = threads.get(threadId);
          const end = plan.conesRunOut[threadId];
          return (
            <li key={threadId} className="flex items-center gap-3 py-1">
              {thread && <Swatch thread={thread} />}
              <span>
                about <b>{whole(metres)} m</b> of {thread?.name ?? 'a thread'}
                {end && (
                  <b>
                    {' '}
                    · the fullest cone ends in piece {whole(end.piece)}, stop {end.stop}
                  </b>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      <p className="figures mt-1">
        About <b>{counted(plan.bobbins, 'bobbin')}</b> (class L, 60 wt): one lasts{' '}
        {whole(plan.stitchesPerBobbin)} st.
      </p>
      <p className="quiet text-sm">
        For one head, give or take a quarter: stitch lengths and column widths are those measured, else the
        usual ones, {thicknessMm.toFixed(1)} mm of cloth and backing.
      </p>
    </section>
  );
}
