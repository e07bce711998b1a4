import type { Seating, PlanJob } from '../../engines/planner/index.ts';

/** Whether a job that is half sewn goes on where its pieces were sewn, in words; '': it is not half sewn. */
export function halfSewnText(
  { id, requests }: Pick<PlanJob, 'id' | 'requests'>,
  seats: readonly Pick<Seating, 'job' | 'stops' | 'position'>[],
): string {
  const sewn = requests.flatMap(({ stops, sewnAt }) =>
    typeof sewnAt === 'number' ? [{ stops, sewnAt }] : [],
  );
  if (sewn.length === 0) return '';
  const moved = sewn.flatMap(({ stops, sewnAt }) => {
    const seat = seats.find((each) => each.job === id && each.stops.includes(stops[0]!));
    return seat && seat.position !== sewnAt ? [`${sewnAt} → ${seat.position}`] : [];
  });
  return moved.length === 0
    ? 'half sewn, positions as before'
    : `half sewn; moving ${moved.join(', ')} costs less`;
}
