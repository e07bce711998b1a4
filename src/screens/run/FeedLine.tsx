import { useFrame } from '../../parts/frame/context.tsx';
import { whole } from '../../parts/text.ts';
import { useRun } from './hooks/useRun.ts';

/** What the machine itself says: which stop, how far, how fast. */
export function FeedLine() {
  const { job } = useFrame();
  const { feed } = useRun();
  if (!feed || !job) return null;
  const all = job.stops.reduce((sum, stop) => sum + stop.stitches, 0);
  const share = Math.min(1, feed.stitches / all);
  return (
    <div className="mt-2 border-t pt-2 rule" role="group" aria-label="The machine says">
      <p className="figures flex flex-wrap gap-x-4">
        <b>{feed.running ? 'Sewing' : 'Standing'}</b>
        {feed.stop !== null && (
          <span>
            stop {feed.stop}, position {feed.position}
          </span>
        )}
        <span>
          {whole(feed.stitches)} of {whole(all)} st
        </span>
        {feed.speed !== null && <span>{whole(feed.speed)} st/min</span>}
        <span className="quiet ms-auto text-sm">told by the machine</span>
      </p>
      <progress className="mt-1 h-2 w-full" max={1} value={share} aria-label="This piece">
        {Math.round(share * 100)} %
      </progress>
    </div>
  );
}
