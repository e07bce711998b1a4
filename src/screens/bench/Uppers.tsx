import { useState } from 'react';
import { copyUpper, type UpperReading } from '../../core/tension/pull/thread-gauge.ts';

interface UppersProps {
  order: readonly number[];
  /** The last reading of each position that has one. */
  readings: readonly UpperReading[];
  onRead: (position: number, grams: number) => void;
}

/** Upper tensions at the thread gauge: one position's good number, copied to all the others. */
export function Uppers({ order, readings, onRead }: UppersProps) {
  const [position, setPosition] = useState(order[0]!);
  const [good, setGood] = useState<number | null>(null);
  const [text, setText] = useState('');
  const [why, setWhy] = useState('');
  const copied =
    good !== null && readings.some((reading) => reading.position === good) ? copyUpper(readings, good) : null;
  function read(): void {
    const grams = Number(text.replace(',', '.'));
    if (!(grams > 0 && grams <= 200)) {
      setWhy('A reading is a number of grams above 0, up to 200.');
      return;
    }
    onRead(position, grams);
    setText('');
    setWhy('');
    setPosition(order[(order.indexOf(position) + 1) % order.length]!);
  }
  return (
    <section aria-label="Upper tensions" className="border-t py-3 rule">
      <div className="flex flex-wrap items-center gap-3 px-3">
        <h2>Upper tensions, at the thread gauge</h2>
        <form
          aria-label="Upper reading"
          className="flex flex-wrap items-center gap-2"
          onSubmit={(submit) => {
            submit.preventDefault();
            read();
          }}
        >
          <label className="font-semibold">
            Position {position}
            <input
              className="input figures ms-2 w-24 text-lg"
              inputMode="decimal"
              autoComplete="off"
              placeholder="g"
              value={text}
              onChange={(change) => setText(change.target.value)}
            />
          </label>
          <button type="submit" className="btn">
            Log
          </button>
        </form>
        {readings.length > 1 && (
          <label className="text-sm font-semibold">
            The good one is
            <select
              className="select ms-2 w-36"
              value={good ?? ''}
              onChange={(change) => setGood(change.target.value ? Number(change.target.value) : null)}
            >
              <option value="">not known yet</option>
              {readings.map((reading) => (
                <option key={reading.position} value={reading.position}>
                  position {reading.position}
                </option>
              ))}
            </select>
          </label>
        )}
        {why && <span role="alert">× {why}</span>}
      </div>
      <div className="overflow-x-auto">
        <div className="weave-grid pt-2" role="group" aria-label="Upper tension by position">
          {order.map((place) => {
            const grams = readings.find((reading) => reading.position === place)?.grams;
            const turn = copied?.turns.find((other) => other.position === place);
            return (
              <button
                key={place}
                type="button"
                className="figures grid min-h-14 content-center justify-items-center rounded text-center hover:bg-base-100 aria-[current=true]:shadow-[inset_0_0_0_2.5px_var(--color-primary)]"
                aria-current={position === place}
                aria-label={`Position ${place}: ${grams === undefined ? 'not gauged' : `${grams} g`}${turn ? `, ${turn.way}` : ''}`}
                onClick={() => setPosition(place)}
              >
                <span>
                  {grams === undefined ? <span className="quiet">–</span> : `${Number(grams.toFixed(1))} g`}
                </span>
                <b className="min-h-4 text-xs leading-4">{turn ? turn.way : place === good ? 'good' : ''}</b>
              </button>
            );
          })}
        </div>
      </div>
      <p className="px-3 pt-1" role="status">
        {copied
          ? copied.turns.length === 0
            ? `All read about ${copied.target} g: sew one full test block to verify.`
            : `Set ${copied.turns.length === 1 ? 'one knob' : `${copied.turns.length} knobs`} to ${copied.target} g like position ${good}; then sew one full test block to verify.`
          : 'Find one position’s good number by a stitch-out, then copy it to the others.'}
      </p>
    </section>
  );
}
