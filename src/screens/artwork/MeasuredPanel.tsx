import { inUse } from '../../core/stores/in-use.ts';
import { useState } from 'react';
import { adviseStop, byThreadAlone } from '../../core/advice/stop-advice.ts';
import { measured, type Measures } from '../../core/element/measures.ts';
import type { Garment } from '../../core/garment/garment.ts';
import type { MeasuredDesign, MeasuredStop } from '../../core/stitches/read-list.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { counted, whole } from '../../parts/text.ts';
import { MakeJob } from './MakeJob.tsx';
import { StitchSketch } from './StitchSketch.tsx';
import { mmText } from './RegionPanel.tsx';
import { Reasons } from '../../parts/advice/Reasons.tsx';

interface MeasuredPanelProps {
  design: MeasuredDesign;
  garment: Garment;
  fileName: string;
}

/** What the job keeps of a stretch of a stitch list. */
const measuresOf = ({ kind, leastColumnMm, mostColumnMm, areaMm2, spacingMm }: MeasuredStop): Measures => ({
  by: 'list',
  stitches: 'measured',
  parts: [
    {
      element: kind,
      ...(leastColumnMm !== null && { strokeMm: measured(leastColumnMm, 0.05, 400) }),
      ...(mostColumnMm !== null && { widestMm: measured(mostColumnMm, 0.05, 400) }),
      ...(areaMm2 !== null && { areaMm2: measured(areaMm2, 0, 1_000_000) }),
      ...(spacingMm !== null && { spacingMm: measured(spacingMm, 0.05, 20) }),
    },
  ],
});

/** A stitch list's colour stops as measured: stitches, lengths, columns. Its threads are named by the operator. */
export function MeasuredPanel({ design, garment, fileName }: MeasuredPanelProps) {
  const { data } = useFrame();
  const [chosen, setChosen] = useState<Record<number, string>>({});
  const [pictureUrl, setPictureUrl] = useState('');
  const adviceOf = (stop: MeasuredStop) => {
    const thread = data.threads.find((candidate) => candidate.id === chosen[stop.stop]) ?? null;
    return adviseStop(
      { cloth: '', garment },
      { element: stop.kind, measures: measuresOf(stop) },
      thread,
      data.schools,
      byThreadAlone,
    )!.parts[0]!.advice;
  };
  return (
    <section aria-label="Colour stops">
      <h2>
        {counted(design.stops.length, 'colour stop')}, {whole(design.stitches)} st, {mmText(design.widthMm)} ×{' '}
        {mmText(design.heightMm)}
      </h2>
      <p className="quiet text-sm">
        Measured from the stitch list, {counted(design.trims, 'trim')}. Name the thread of each stop.
      </p>
      {design.warnings.map((warning) => (
        <p key={warning} className="text-sm">
          <b aria-hidden="true">!</b> {warning}
        </p>
      ))}
      <StitchSketch
        design={design}
        colours={design.stops.map(
          ({ stop }) => data.threads.find((thread) => thread.id === chosen[stop])?.colour ?? null,
        )}
        onDrawn={setPictureUrl}
      />
      <ol className="sheet mt-2">
        {design.stops
          .map((stop) => ({ stop, advice: adviceOf(stop) }))
          .map(({ stop, advice }) => (
            <li key={stop.stop} className="border-t p-3 rule first:border-t-0">
              <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
                <b className="figures w-5 text-end text-lg">{stop.stop}</b>
                <select
                  aria-label={`Thread of stop ${stop.stop}`}
                  className="select w-64"
                  value={chosen[stop.stop] ?? ''}
                  onChange={(change) => setChosen({ ...chosen, [stop.stop]: change.target.value })}
                >
                  <option value="">which thread?</option>
                  {inUse(data.threads).map((thread) => (
                    <option key={thread.id} value={thread.id}>
                      {thread.name} {thread.weightNo} wt
                    </option>
                  ))}
                </select>
                <span className="figures ms-auto">
                  {stop.kind}, {whole(stop.stitches)} st,{' '}
                  {(stop.pathMm / 1000).toFixed(stop.pathMm < 1000 ? 2 : 1)} m on top
                </span>
              </div>
              <p className="figures quiet ms-8 text-sm">
                mean {mmText(stop.meanMm)}, longest {mmText(stop.longestMm)}
                {stop.leastColumnMm !== null && `, columns from ${mmText(stop.leastColumnMm)}`}
                {stop.spacingMm !== null && `, spacing ${stop.spacingMm.toFixed(2)} mm`}
              </p>
              <details className="ms-8">
                <summary className="cursor-pointer py-2 text-sm font-semibold">
                  {advice.weights[0]?.weightNo ?? 40} wt, {advice.needles[0]!.text}
                </summary>
                <Reasons advice={advice} />
              </details>
            </li>
          ))}
      </ol>
      <MakeJob
        suggested={fileName.replace(/\.\w+$/, '')}
        garment={garment}
        pictureUrl={pictureUrl}
        note={`${Math.round(design.widthMm)} mm wide, measured from its stitch list.`}
        stops={design.stops.map((stop) => ({
          threadId: chosen[stop.stop] ?? '',
          stitches: stop.stitches,
          element: stop.kind,
          measures: measuresOf(stop),
        }))}
      />
    </section>
  );
}
