import { mean } from 'simple-statistics';
import { turnWords } from '../../../core/gauge/turn-words.ts';
import type { TurnAdvice as Advice } from '../../../core/tension/case/next-turn.ts';
import { enoughTurns, oftenText, seldom } from '../../../core/tension/case/chance-words.ts';
import type { TurnOutcome } from '../../../core/tension/case/turn-outcomes.ts';
import { gramsText } from '../case/Dial.tsx';
import { ScrewHead } from '../case/ScrewHead.tsx';

const otherTurns = [-4, -3, -2, -1.5, -1, -0.5, 0.5, 1, 1.5, 2, 3, 4];

const headings = {
  turn: (eighths: number) => `Turn ${turnWords(eighths)}`,
  leave: () => 'Leave the screw alone',
  again: () => 'Pull once more',
} as const satisfies Record<Advice['is'], (eighths: number) => string>;

/** How often turns landed here, beside how often it was said that they would; of few turns an average says nothing. */
const cameText = (came: readonly TurnOutcome[]) =>
  came.length < enoughTurns
    ? `A number follows once ${enoughTurns} turns here were read after: ${came.length} so far.`
    : `Of ${came.length} turns here that were said to land ${inHundred(came.map(({ said }) => said))} times in 100, ${inHundred(came.map(({ landed }) => landed))} in 100 did.`;
const inHundred = (chances: readonly number[]) => Math.round(100 * mean([...chances]));

interface TurnAdviceProps {
  advice: Advice;
  /** How earlier turns came out of which something was said. */
  came: readonly TurnOutcome[];
  /** A reading stands there that is not logged yet. */
  unlogged: boolean;
  onTurn: (turns: number) => void;
}

/** The screw with its next turn; what was turned is touched here. */
export function TurnAdvice({ advice, came, unlogged, onTurn }: TurnAdviceProps) {
  return (
    <div className="sheet flex w-full flex-wrap items-start gap-4 p-3">
      <ScrewHead eighths={advice.eighths} />
      <div className="min-w-40 flex-1">
        <h2>{headings[advice.is](advice.eighths)}</h2>
        {advice.eighths !== 0 && (
          <p className="figures">
            Then about {gramsText(advice.grams)} g; in the band {oftenText(advice.chance, came.length)}
            {advice.chance < seldom && ': a reading follows'}.
          </p>
        )}
        <div className="my-2 flex flex-wrap items-center gap-2">
          {advice.eighths !== 0 && (
            <button
              type="button"
              className="btn"
              disabled={unlogged}
              onClick={() => onTurn(advice.eighths / 8)}
            >
              Turned {turnWords(advice.eighths)}
            </button>
          )}
          <select
            className="select w-44"
            aria-label="Turned otherwise"
            value=""
            disabled={unlogged}
            onChange={(change) => onTurn(Number(change.target.value) / 8)}
          >
            <option value="">turned otherwise …</option>
            {otherTurns.map((eighths) => (
              <option key={eighths} value={eighths}>
                {turnWords(eighths)}
              </option>
            ))}
          </select>
          {unlogged && <span className="quiet text-sm">Log the reading first.</span>}
        </div>
        <p className="quiet text-sm">{advice.why}</p>
        {advice.is === 'turn' && <p className="quiet figures text-sm">{cameText(came)}</p>}
      </div>
    </div>
  );
}
