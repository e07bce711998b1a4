import { turnWords } from '../../core/gauge/turn-words.ts';
import { zoneOf } from '../../core/tension/targets.ts';
import { Dial } from './case/Dial.tsx';
import { ScrewHead } from './case/ScrewHead.tsx';
import { Trace } from './gauge/Trace.tsx';
import { pulled, type Practice } from './usePractice.ts';

const swaps = [
  { does: 'bobbin', label: 'Another bobbin', says: 'Another bobbin is in.' },
  { does: 'clean', label: 'Clean under the spring', says: 'Cleaned under the spring.' },
  { does: 'case', label: 'Take the spare case', says: 'The spare case is in.' },
] as const;
const turns = [-2, -1, -0.5, 0.5, 1, 2];

/** The pull at the gauge, the case's screw, and what can be changed for another. */
export function PractiseGauge({ practice }: { practice: Practice }) {
  const { grams, trace, band, last, isDone } = practice;
  return (
    <div className="grid gap-4 md:grid-cols-[20rem_1fr]">
      <div className="grid content-start justify-items-center gap-2">
        <Dial grams={trace?.grams ?? null} band={band} zone={trace ? zoneOf(trace.grams, band) : null} />
        <button type="button" className="btn w-full" disabled={isDone} onClick={practice.pull}>
          Pull at the gauge
        </button>
      </div>
      <div className="grid content-start gap-3">
        {grams ? (
          <Trace
            grams={grams}
            rateHz={pulled.rateHz}
            dropped={trace?.dropped ?? 0}
            droppedAfter={trace?.droppedAfter ?? 0}
            band={band}
          />
        ) : (
          <p className="quiet">No pull yet since the last move.</p>
        )}
        <div className="sheet flex flex-wrap items-center gap-4 p-3">
          <ScrewHead eighths={last} />
          <div className="flex flex-1 flex-wrap gap-2" role="group" aria-label="Case screw">
            {turns.map((eighths) => (
              <button
                key={eighths}
                type="button"
                className="btn"
                disabled={isDone}
                onClick={() => practice.turn(eighths)}
              >
                {turnWords(eighths)}
              </button>
            ))}
          </div>
        </div>
        <div className="flex flex-wrap gap-2">
          {swaps.map(({ does, label, says: done }) => (
            <button
              key={does}
              type="button"
              className="btn"
              disabled={isDone}
              onClick={() => practice.move({ does }, done)}
            >
              {label}
            </button>
          ))}
        </div>
      </div>
    </div>
  );
}
