import { useState } from 'react';
import { widestGap, type CorrectionSet } from '../../core/artwork/manual-correction.ts';
import type { Reading, Region } from '../../engines/logo/index.ts';
import type { PutRightHere } from '../../schemas/artwork.ts';
import { counted } from '../../parts/text.ts';
import { mmText } from './RegionPanel.tsx';

/** What the next touch on the picture does. */
export type Touching = 'picks' | 'joins' | 'cuts';

interface LineToolsProps {
  reading: Reading;
  picked: Region;
  touching: Touching;
  onTouching: (touching: Touching) => void;
  onJoin: (other: number) => void;
  onCut: (place: { x: number; y: number }) => void;
}

/** A line of lettering joined with another part, or split: by touching the picture, or without. */
export function LineTools({ reading, picked, touching, onTouching, onJoin, onCut }: LineToolsProps) {
  const others = reading.regions.filter(({ id }) => id !== picked.id);
  // It goes through all pixels: only where it is offered.
  const gap = touching === 'cuts' ? widestGap(reading, picked) : null;
  if (touching !== 'picks')
    return (
      <div className="mt-3 flex flex-wrap items-center gap-2 border-s-4 ps-3" role="status">
        <span className="font-semibold">
          {touching === 'joins'
            ? 'Touch the other part of the line'
            : 'Touch the gap at which the line is to be split'}
        </span>
        {gap && (
          <button type="button" className="btn" onClick={() => onCut(gap)}>
            At its widest gap
          </button>
        )}
        {touching === 'joins' && (
          <select
            className="select w-56"
            aria-label="The other part"
            value=""
            onChange={(change) => onJoin(Number(change.target.value))}
          >
            <option value="" disabled>
              or choose it here
            </option>
            {others.slice(0, 60).map((region) => (
              <option key={region.id} value={region.id}>
                {reading.regions.indexOf(region) + 1}: {region.kind}, {mmText(region.widthMm)} ×{' '}
                {mmText(region.heightMm)}
              </option>
            ))}
          </select>
        )}
        <button type="button" className="btn" onClick={() => onTouching('picks')}>
          Cancel
        </button>
      </div>
    );
  return (
    <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label="Line of lettering">
      {others.length > 0 && (
        <button type="button" className="btn" onClick={() => onTouching('joins')}>
          One line with …
        </button>
      )}
      {picked.letters && (
        <button type="button" className="btn" onClick={() => onTouching('cuts')}>
          Split the line …
        </button>
      )}
    </div>
  );
}

/** What was put right so far, with the way back; and how often the reader is put right here. */
export function PutRightSummary({
  said,
  here,
  onForget,
}: {
  said: CorrectionSet;
  here: PutRightHere;
  onForget: () => void;
}) {
  const [isSure, setSure] = useState(false);
  const words = [
    said.ground !== null && 'the ground',
    said.kinds.length > 0 && counted(said.kinds.length, 'kind'),
    said.joined.length > 0 && `${counted(said.joined.length, 'line')} joined`,
    said.cut.length > 0 && `${counted(said.cut.length, 'line')} split`,
  ].filter((word) => word !== false);
  return (
    <div className="text-sm">
      {words.length > 0 && (
        <p className="flex flex-wrap items-center gap-2" role="status">
          <span>
            Put right by hand: <b>{words.join(', ')}</b>.
          </span>
          <button
            type="button"
            className="btn"
            onBlur={() => setSure(false)}
            onClick={() => (isSure ? onForget() : setSure(true))}
          >
            {isSure ? 'Yes, forget it' : 'As it was read'}
          </button>
        </p>
      )}
      <p className="quiet mt-1">{hereText(here)}</p>
    </div>
  );
}

/** "On this computer 3 of 12 logos were put right (1 ground), 5 of 214 parts." */
function hereText({ logos, logosPutRight, grounds, parts, partsPutRight }: PutRightHere): string {
  if (logos === 0)
    return 'No logo has become a job here yet: how often the reader is put right will stand here.';
  const ground = grounds > 0 ? ` (of ${grounds} the ground)` : '';
  return `On this computer ${logosPutRight} of the last ${counted(logos, 'logo')} ${logosPutRight === 1 ? 'was' : 'were'} put right${ground}: ${partsPutRight} of ${counted(parts, 'part')}.`;
}
