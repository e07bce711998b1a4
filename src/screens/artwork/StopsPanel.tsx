import { inUse } from '../../core/stores/in-use.ts';
import { useState } from 'react';
import { garmentRemarks } from '../../core/advice/garment-remarks.ts';
import type { Garment } from '../../core/garment/garment.ts';
import { farColour, mainKind, measuresOf, type ProposedStop } from '../../core/artwork/propose.ts';
import type { OwnFactor } from '../../core/artwork/own-factor.ts';
import type { ManualCorrection } from '../../core/artwork/manual-correction.ts';
import type { Reading } from '../../engines/logo/index.ts';
import { countedSays, usual } from '../../core/stitches/stitch-estimate.ts';
import { keysOf } from '../../core/base/keys.ts';
import { needleText } from '../../core/needle/label.ts';
import type { Overruling } from '../../schemas/advice.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { Needle } from '../../parts/rail/Needle.tsx';
import { Swatch } from '../../parts/thread/Swatch.tsx';
import { counted, durationText, whole } from '../../parts/text.ts';
import { mmText } from './RegionPanel.tsx';
import { MakeJob } from './MakeJob.tsx';
import { Reasons } from '../../parts/advice/Reasons.tsx';

interface StopsPanelProps {
  stops: readonly ProposedStop[];
  reading: Reading;
  garment: Garment;
  /** The picture's address in this page, for the job's own. */
  pictureUrl: string;
  fileName: string;
  /** Needles taken against advice before, newest first. */
  overrulings: readonly Overruling[];
  /** What the workshop's own files are to an estimate. */
  own: OwnFactor;
  /** What was put right of the reading. */
  putRight: ManualCorrection | null;
  /** How long the reading took, decoding included. */
  readMs: number;
  onShow: (regions: readonly number[]) => void;
}

/** The colour stops that the logo would be, with weight, needle and thread; they become a job. */
export function StopsPanel({
  stops,
  reading,
  garment,
  pictureUrl,
  fileName,
  overrulings,
  own,
  putRight,
  readMs,
  onShow,
}: StopsPanelProps) {
  const { data } = useFrame();
  const [chosen, setChosen] = useState<Record<string, string>>({});
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const keyOf = (stop: ProposedStop) =>
    `${reading.tones[stop.tone]!.colour} ${stop.weightNo} ${stop.needle.text}`;
  const threadOf = (stop: ProposedStop) => chosen[keyOf(stop)] ?? stop.threads[0]?.thread.id ?? '';
  const beforeOf = (stop: ProposedStop) => {
    const before = overrulings.find(
      (overruling) => overruling.cloth === garment.cloth && overruling.element === mainKind(stop),
    );
    return before && needleText(before.needle) !== stop.needle.text ? before : null;
  };
  const needleOf = (stop: ProposedStop) => {
    const before = beforeOf(stop);
    return before && taken.has(keyOf(stop)) ? needleText(before.needle) : stop.needle.text;
  };
  const stitches = stops.reduce((sum, stop) => sum + stop.stitches, 0);

  return (
    <section aria-label="Colour stops">
      <h2>
        {counted(stops.length, 'colour stop')}, about {whole(stitches)} st
      </h2>
      <p className="quiet figures text-sm">
        Estimated from the picture, nine times in ten {roundedText((stitches / own.factor) * own.low)} to{' '}
        {roundedText((stitches / own.factor) * own.high)}:{' '}
        {durationText((stitches / data.machine.topSpeed) * 60_000)} a piece at {data.machine.topSpeed} st/min,
        changes and trims not counted. Read in {(readMs / 1000).toFixed(1)} s.
      </p>
      <WhatIsCounted reading={reading} own={own} />
      {garmentRemarks({ cloth: '', garment }).map(({ id, says }) => (
        <p key={id} className="mt-1 text-sm">
          <b aria-hidden="true">!</b> {says}
        </p>
      ))}
      <ol className="sheet mt-2">
        {stops.map((stop, index) => (
          <li key={keyOf(stop)} className="border-t p-3 rule first:border-t-0">
            <StopLine
              stop={stop}
              index={index}
              colour={reading.tones[stop.tone]!.colour}
              threadId={threadOf(stop)}
              onThread={(id) => setChosen({ ...chosen, [keyOf(stop)]: id })}
              before={beforeOf(stop)}
              isTaken={taken.has(keyOf(stop))}
              onTake={(take) => {
                const next = new Set(taken);
                if (take) next.add(keyOf(stop));
                else next.delete(keyOf(stop));
                setTaken(next);
              }}
              onShow={() => onShow(stop.elements.flatMap((element) => element.regions))}
            />
          </li>
        ))}
      </ol>
      <MakeJob
        {...(putRight && { putRight })}
        suggested={fileName.replace(/\.\w+$/, '')}
        garment={garment}
        pictureUrl={pictureUrl}
        note={`${Math.round(reading.widthMm)} mm wide. ${[...new Set(stops.map(needleOf))].join(', ')}.`}
        stops={stops.map((stop) => ({
          threadId: threadOf(stop),
          stitches: stop.stitches,
          element: mainKind(stop),
          measures: measuresOf(stop),
        }))}
      />
    </section>
  );
}

const roundedText = (stitches: number) => whole(Number(stitches.toPrecision(2)));

/** What the estimate rests on: its parts and settings, and the workshop's own counts. */
function WhatIsCounted({ reading, own }: { reading: Reading; own: OwnFactor }) {
  return (
    <details className="text-sm">
      <summary className="cursor-pointer py-1 font-semibold">What is counted</summary>
      <p className="figures">
        {keysOf(countedSays)
          .map(
            (what) =>
              `${whole(reading.regions.reduce((sum, region) => sum + region.counted[what], 0))} ${countedSays[what]}`,
          )
          .join(', ')}
        . Spacing {usual.spacingMm.toFixed(2)} mm, stitches of {usual.fillStitchMm} mm in a fill and{' '}
        {usual.runStitchMm} mm in a run. Travel between shapes is not counted.
      </p>
      <p className="figures">
        {own.designs === 0
          ? 'Type a job’s true stitches when its file is known: the next estimates are then drawn to your own files.'
          : `Times ${own.factor.toFixed(2)}: so your own files came out, ${counted(own.designs, 'design')} whose true stitches became known.`}
      </p>
    </details>
  );
}

interface StopLineProps {
  stop: ProposedStop;
  index: number;
  colour: string;
  threadId: string;
  onThread: (id: string) => void;
  /** What was taken last time for this cloth and element against advice. */
  before: Overruling | null;
  isTaken: boolean;
  onTake: (take: boolean) => void;
  onShow: () => void;
}

function StopLine({
  stop,
  index,
  colour,
  threadId,
  onThread,
  before,
  isTaken,
  onTake,
  onShow,
}: StopLineProps) {
  const { data, threads } = useFrame();
  const thread = threads.get(threadId);
  const nearest = stop.threads.find((candidate) => candidate.thread.id === threadId);
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <b className="figures w-5 text-end text-lg">{index + 1}</b>
        <span className="flex items-center gap-1">
          <Swatch
            thread={{ colour, fibre: 'polyester', name: `in the picture ${colour}` }}
            className="size-7"
          />
          <span aria-hidden="true">→</span>
          {thread && <Swatch thread={thread} className="size-9" />}
        </span>
        <select
          aria-label={`Thread of stop ${index + 1}`}
          className="select w-64 grow sm:grow-0"
          value={threadId}
          onChange={(change) => onThread(change.target.value)}
        >
          {!threadId && <option value="">no {stop.weightNo} wt thread in the stores</option>}
          {stop.threads.map(({ thread: one, difference }) => (
            <option key={one.id} value={one.id}>
              {threads.get(one.id)?.name} {one.weightNo} wt (ΔE {difference.toFixed(1)})
            </option>
          ))}
          <optgroup label="All threads">
            {inUse(data.threads)
              .filter((choice) => !stop.threads.some((near) => near.thread.id === choice.id))
              .map((choice) => (
                <option key={choice.id} value={choice.id}>
                  {choice.name} {choice.weightNo} wt
                </option>
              ))}
          </optgroup>
        </select>
        <span className="figures ms-auto text-end">about {whole(stop.stitches)} st</span>
      </div>
      <div className="mt-1 flex items-center gap-3">
        <Needle spec={before && isTaken ? before.needle : stop.needle.spec} className="h-12 shrink-0" />
        <p className="grow leading-5">
          <b>
            {stop.weightNo} wt, {before && isTaken ? needleText(before.needle) : stop.needle.text}
          </b>
          <span className="figures quiet block text-sm">
            {stop.elements
              .map((element) =>
                element.part.letterMm === undefined
                  ? `${element.part.element}, strokes from ${mmText(element.part.strokeMm)}`
                  : `${element.part.element} from ${mmText(element.part.letterMm)} high`,
              )
              .join(' · ')}
          </span>
          {nearest && nearest.difference > farColour && (
            <span className="block text-sm font-semibold">
              ! The nearest thread in the stores is clearly another colour (ΔE {nearest.difference.toFixed(0)}
              ).
            </span>
          )}
        </p>
        <button type="button" className="btn" onClick={onShow}>
          Show
        </button>
      </div>
      {before && (
        <p className="mt-1 border-s-4 ps-3 text-sm [border-color:var(--color-base-content)]">
          {isTaken ? (
            <>
              Your choice of last time; advised is <b>{stop.needle.text}</b>.
            </>
          ) : (
            <>
              Last time on this cloth you took <b>{needleText(before.needle)}</b>
              {before.why && `: ${before.why}`}.
            </>
          )}{' '}
          <button type="button" className="underline" onClick={() => onTake(!isTaken)}>
            {isTaken ? 'Take the advised one' : 'Take it again'}
          </button>
        </p>
      )}
      <details className="mt-1">
        <summary className="cursor-pointer py-2 text-sm font-semibold">Why this needle?</summary>
        <Reasons advice={stop.elements[0]!.advice} />
      </details>
    </>
  );
}
