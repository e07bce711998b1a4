import type { Reading } from '../../engines/logo/index.ts';
import { Swatch } from '../../parts/thread/Swatch.tsx';

/** The picture's colours; which of them is the ground can be put right. */
export function Tones({ reading, onGround }: { reading: Reading; onGround: (colour: string) => void }) {
  const ground = reading.tones.find((tone) => tone.isGround);
  return (
    <div>
      <h2>
        {reading.tones.filter((tone) => tone.share > 0).length} colours, {Math.round(reading.widthMm)} ×{' '}
        {Math.round(reading.heightMm)} mm
      </h2>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        {reading.tones.map((tone) => (
          <span key={tone.colour} className="flex items-center gap-1.5 text-sm">
            <Swatch thread={{ colour: tone.colour, fibre: 'polyester', name: tone.colour }} />
            <span className="figures">
              {tone.isGround ? 'ground' : `${Math.max(1, Math.round(tone.share * 100))} %`}
            </span>
          </span>
        ))}
      </div>
      <label className="mt-2 flex items-center gap-2 text-sm">
        Not sewn:
        <select
          className="select w-60"
          value={ground?.colour ?? 'none'}
          onChange={(change) => onGround(change.target.value)}
        >
          <option value="none">nothing: sew it all</option>
          {reading.tones.map((tone) => (
            <option key={tone.colour} value={tone.colour}>
              {tone.colour}
              {tone.isGround ? ' (the ground)' : ''}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}
