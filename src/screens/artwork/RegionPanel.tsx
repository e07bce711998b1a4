import type { ReactNode } from 'react';
import { elementKinds, type ElementKind } from '../../core/element/elements.ts';
import type { Reading, Region } from '../../engines/logo/index.ts';
import { whole } from '../../parts/text.ts';

interface RegionPanelProps {
  reading: Reading;
  picked: Region | null;
  kinds: ReadonlyMap<number, ElementKind>;
  /** What the workshop's own files are to an estimate. */
  factor: number;
  onPick: (regions: readonly number[]) => void;
  onKind: (id: number, kind: ElementKind) => void;
  /** What else can be put right of it. */
  children?: ReactNode;
}

export const mmText = (value: number) => `${value.toFixed(value < 10 ? 1 : 0)} mm`;

/** A length with its ±, to the place that the ± reaches. */
const about = (value: number, plusMinus: number) => {
  const places = plusMinus < 0.1 ? 2 : 1;
  return `${value.toFixed(places)} ± ${Math.max(plusMinus, 0.01).toFixed(places)} mm`;
};

/** Hairlines are told where they are plainly thinner than the stems. */
const thinnestText = ({ strokeMm, thinnestMm }: Region) =>
  thinnestMm < 0.75 * strokeMm ? `, thinnest ${mmText(thinnestMm)}` : '';

/** One region's measures, and its kind to be put right. Also reached without a pointer, one after the other. */
export function RegionPanel({ reading, picked, kinds, factor, onPick, onKind, children }: RegionPanelProps) {
  const { regions } = reading;
  const step = (by: number) => {
    const at = picked ? regions.indexOf(picked) + by : by > 0 ? 0 : regions.length - 1;
    const next = regions[(at + regions.length) % regions.length];
    if (next) onPick([next.id]);
  };
  return (
    <section aria-label="Region" className="sheet p-3">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2>
          {picked
            ? `Region ${regions.indexOf(picked) + 1} of ${regions.length}`
            : 'Touch a part of the picture'}
        </h2>
        <span className="flex gap-1">
          <button type="button" className="btn" onClick={() => step(-1)}>
            Previous
          </button>
          <button type="button" className="btn" onClick={() => step(1)}>
            Next
          </button>
          {picked && (
            <button type="button" className="btn" onClick={() => onPick([])}>
              All
            </button>
          )}
        </span>
      </div>
      {picked && (
        <>
          <p className="figures mt-1">
            {picked.letters
              ? `${picked.letters.count} letters, ${about(picked.letters.heightMm, picked.letters.plusMinusMm)} high (smallest ${mmText(picked.letters.smallestMm)}), stems ${about(picked.strokeMm, picked.plusMinusMm)}${thinnestText(picked)}`
              : `${mmText(picked.widthMm)} × ${mmText(picked.heightMm)}, strokes ${about(picked.strokeMm, picked.plusMinusMm)}, widest ${mmText(picked.widestMm)}`}
            {Math.abs(picked.letters?.tiltDegrees ?? 0) > 1 &&
              `, tilted ${Math.abs(Math.round(picked.letters!.tiltDegrees))}° ${picked.letters!.tiltDegrees > 0 ? 'up' : 'down'}`}
            {` · about ${whole(picked.stitches * factor)} st`}
          </p>
          <div className="mt-2 flex flex-wrap gap-1.5" role="radiogroup" aria-label="Sewn as">
            {elementKinds.map((kind) => (
              <button
                key={kind}
                type="button"
                role="radio"
                aria-checked={(kinds.get(picked.id) ?? picked.kind) === kind}
                className="btn px-3"
                onClick={() => onKind(picked.id, kind)}
              >
                {kind}
              </button>
            ))}
          </div>
          {children}
        </>
      )}
    </section>
  );
}
