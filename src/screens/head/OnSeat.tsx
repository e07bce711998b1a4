import { needleReasons } from '../../core/needle/reasons.ts';
import type { ReactNode } from 'react';
import { needleText } from '../../core/needle/label.ts';
import { needleWorn } from '../../core/needle/life.ts';
import { lifeInWords } from '../../core/needle/life-words.ts';
import { threadWeightText } from '../../core/units/thread-count.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { HeadView } from '../../parts/live/view.ts';
import { Needle } from '../../parts/rail/Needle.tsx';
import { Wear, wornText } from '../../parts/rail/Wear.tsx';
import { durationText, momentText, stitchesText } from '../../parts/text.ts';
import { Cone } from '../../parts/thread/Cone.tsx';

type Seat = HeadView['seats'][number];

interface OnSeatProps {
  seat: Seat;
  /** Null while it is not known (another head was chosen). */
  breaksSinceNeedle: number | null;
  /** What can be done here. */
  children: ReactNode;
}

/** What sits on the position now: needle with its age, cone with what it has sewn. */
export function OnSeat({ seat, breaksSinceNeedle, children }: OnSeatProps) {
  const { data } = useFrame();
  return (
    <section aria-label="On this position now" className="sheet p-4">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <h1>
          {data.machine.heads > 1 && `Head ${seat.head}, `}Position {seat.position}
        </h1>
        {children}
      </div>
      <div className="mt-2 grid gap-6 md:grid-cols-2">
        <NeedleNow seat={seat} breaksSinceNeedle={breaksSinceNeedle} />
        <ConeNow seat={seat} />
      </div>
    </section>
  );
}

function NeedleNow({ seat, breaksSinceNeedle }: { seat: Seat; breaksSinceNeedle: number | null }) {
  const { data } = useFrame();
  if (!seat.needle)
    return (
      <p className="quiet">
        No needle is on record here. Fit one, so that its stitches are counted from the first.
      </p>
    );
  const life = data.machine.profile.needleLife;
  const { name, limit } = lifeInWords(life);
  const { spec, age, fittedAt, reason } = seat.needle;
  const worn = needleWorn(age, life);
  return (
    <div className="flex gap-4">
      <div className="flex shrink-0 items-start gap-1">
        <Wear worn={worn} className="h-24" />
        <Needle spec={spec} className="h-28" />
      </div>
      <div className="min-w-0">
        <p className="text-lg font-bold">{needleText(spec)}</p>
        <p className="quiet text-sm">{spec.system}</p>
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5">
          <Fact name="Wear" value={wornText(worn)} />
          <Fact name="Sewn" value={stitchesText(age.stitches)} />
          <Fact
            name="Time"
            value={
              durationText(age.sewingMs) +
              (age.metallicMs ? `, ${durationText(age.metallicMs)} metallic` : '')
            }
          />
          <Fact
            name="Since"
            value={`${momentText(fittedAt, data.zone, data.now)} (${needleReasons[reason].name})`}
          />
          {breaksSinceNeedle !== null && (
            <Fact name="Breaks" value={`${breaksSinceNeedle} with this needle`} />
          )}
        </dl>
        <details className="mt-2 text-sm">
          <summary className="cursor-pointer underline">Why this limit?</summary>
          <p className="quiet mt-1">
            This machine keeps needles {name}
            {limit && `: ${limit}`}.{' '}
            {life.school === 'learnt'
              ? 'See Findings for what it rests on'
              : 'Common practice, and others do it differently'}
            ; change it under Workshop. In any doubt, change the needle: it is cheap.
          </p>
        </details>
      </div>
    </div>
  );
}

function ConeNow({ seat }: { seat: Seat }) {
  const { data, threads } = useFrame();
  const thread = seat.cone ? threads.get(seat.cone.threadId) : undefined;
  if (!seat.cone || !thread)
    return <p className="quiet">No cone is on record here. Mount one, so that jobs find their colour.</p>;
  return (
    <div className="flex gap-4">
      <Cone colour={thread.colour} fibre={thread.fibre} className="h-28 shrink-0" />
      <div className="min-w-0">
        <p className="text-lg font-bold">{thread.name}</p>
        <p className="quiet text-sm">
          {thread.code} · {thread.fibre}
        </p>
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5">
          <Fact name="Weight" value={threadWeightText(thread.weightNo, thread.tex)} />
          <Fact
            name="Cone"
            value={
              seat.cone.coneId === null
                ? 'not named: no batch is on record'
                : (data.cones.find(({ id }) => id === seat.cone?.coneId)?.batch ?? 'without a batch')
            }
          />
          <Fact name="Sewn" value={stitchesText(seat.cone.stitches)} />
          <Fact name="Since" value={momentText(seat.cone.mountedAt, data.zone, data.now)} />
        </dl>
      </div>
    </div>
  );
}

function Fact({ name, value }: { name: string; value: string }) {
  return (
    <>
      <dt className="quiet">{name}</dt>
      <dd className="font-semibold">{value}</dd>
    </>
  );
}
