import { useState } from 'react';
import {
  fromPlate,
  dropOutcomes,
  type DropOutcome,
  type PlateFriction,
} from '../../../core/tension/case/belief/scale.ts';
import { dropText } from '../../../core/tension/case/drop-words.ts';
import type { Band } from '../../../core/tension/targets.ts';
import { counted } from '../../../parts/text.ts';
import { gramsText } from '../case/Dial.tsx';

export interface TypedReading {
  grams: number;
  by: 'case-gauge' | 'plate' | 'drop';
  /** What the gauge itself showed through the plate. */
  plateGrams?: number;
}

interface ReadingProps {
  /** What the workshop calls right. */
  band: Band;
  /** Of this machine's plate, as learnt so far. */
  friction: PlateFriction;
  onRead: (reading: TypedReading | null, says: string) => void;
}

const ways = {
  'case-gauge': 'at the case',
  plate: 'through the needle plate',
  drop: 'drop test, weight',
} as const;

/** A reading without a streaming gauge: typed, in whichever way it was taken; brought to the case gauge's scale. */
export function Reading({ band, friction, onRead }: ReadingProps) {
  const [by, setBy] = useState<TypedReading['by']>('case-gauge');
  const [text, setText] = useState('');
  const [outcome, setOutcome] = useState<DropOutcome>('crawls');
  function read(words: string, way: TypedReading['by'], drop: DropOutcome): void {
    setText(words);
    setBy(way);
    setOutcome(drop);
    if (words.trim() === '') return onRead(null, '');
    const grams = Number(words.replace(',', '.'));
    if (!(grams > 0 && grams <= 200))
      return onRead(null, 'A reading is a number of grams above 0, up to 200.');
    if (way === 'case-gauge') return onRead({ grams, by: way }, '');
    if (way === 'plate') {
      const own = fromPlate(grams, friction);
      return onRead(
        { grams: own.grams, by: way, plateGrams: grams },
        `About ${gramsText(own.grams)} g at the case, give or take ${gramsText(own.spread)}: the thread rubs on the plate’s edge. ${friction.pairs > 0 ? `This machine’s rub is known from ${counted(friction.pairs, 'reading')} taken both ways.` : 'Read the same case at the gauge too, and this machine’s own rub is learnt.'}`,
      );
    }
    onRead(drop === 'crawls' ? { grams, by: way } : null, dropText(grams, drop, band));
  }
  return (
    <div className="flex flex-wrap items-center gap-2">
      <label className="text-sm font-semibold">
        or typed
        <input
          className="input figures ms-2 w-24 text-lg"
          inputMode="decimal"
          autoComplete="off"
          placeholder="g"
          aria-label="Reading in grams"
          value={text}
          onChange={(change) => read(change.target.value, by, outcome)}
        />
      </label>
      <select
        className="select w-52"
        aria-label="How it was read"
        value={by}
        onChange={(change) => read(text, change.target.value as TypedReading['by'], outcome)}
      >
        {Object.entries(ways).map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
      {by === 'drop' && (
        <select
          className="select w-36"
          aria-label="What the case does"
          value={outcome}
          onChange={(change) => read(text, by, change.target.value as DropOutcome)}
        >
          {Object.entries(dropOutcomes).map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}
