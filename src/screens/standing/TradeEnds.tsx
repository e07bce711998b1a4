import { positionsOf, rangeText, type Block } from '../../core/plan/blocks/scheme.ts';
import { daysToTrade, movedBy, type Trade } from '../../core/plan/scheme/trade.ts';
import { counted, whole } from '../../parts/text.ts';
import { minutesText } from '../../parts/weave/WeaveRow.tsx';
import type { SchemeFields } from './useScheme.ts';

interface TradeEndsProps {
  trade: Trade | null;
  shown: SchemeFields;
  today: string;
  onTrade: (blocks: readonly Block[]) => void;
  onWeeks: (weeks: number) => void;
}

/** After the set time the blocks trade ends, so that the whole head wears: where each would lie, before and after. */
export function TradeEnds({ trade, shown, today, onTrade, onWeeks }: TradeEndsProps) {
  const days = shown.since === null ? null : daysToTrade(shown.since, shown.tradeWeeks, today);
  const before = [...shown.blocks].sort((a, b) => a.from - b.from);
  return (
    <section aria-label="Blocks trade ends" className="sheet grid gap-2 p-4">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2>Blocks trade ends</h2>
        <label className="flex items-center gap-1 text-sm font-semibold">
          every
          <select
            className="select w-20"
            value={shown.tradeWeeks}
            onChange={(change) => onWeeks(Number(change.target.value))}
          >
            {[...new Set([1, 2, 4, 6, 8, 12, 26, 52, shown.tradeWeeks])]
              .sort((a, b) => a - b)
              .map((weeks) => (
                <option key={weeks}>{weeks}</option>
              ))}
          </select>
          weeks
        </label>
      </div>
      {days !== null && (
        <p className="font-semibold">
          {days > 0
            ? `Due in ${counted(days, 'day')}.`
            : days === 0
              ? 'Due today.'
              : `Due since ${counted(-days, 'day')}.`}
        </p>
      )}
      {trade ? (
        <>
          <table className="table">
            <thead>
              <tr>
                <th>block</th>
                <th>now</th>
                <th>then</th>
              </tr>
            </thead>
            <tbody>
              {before.map((block) => {
                const then = trade.scheme.blocks.find(
                  ({ name, needle, weight }) =>
                    name === block.name && needle === block.needle && weight === block.weight,
                );
                return (
                  <tr key={block.from}>
                    <td>{block.name}</td>
                    <td className="figures">{rangeText(block)}</td>
                    <td className="figures font-bold">{then ? rangeText(then) : ''}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className="figures leading-5">
            The busiest position will have sewn <b>{whole(trade.busiestAfter)}</b> stitches instead of{' '}
            {whole(trade.busiestBefore)} if the weeks to come are like the last. {minutesText(trade.minutes)}{' '}
            of work, once; {counted(movedBy(shown, trade.scheme).length, 'position')} change.
          </p>
          <button type="button" className="btn" onClick={() => onTrade(trade.scheme.blocks)}>
            Trade ends
          </button>
        </>
      ) : (
        <p className="quiet">
          {before.flatMap(positionsOf).length === 0
            ? 'Nothing is laid down yet.'
            : 'By what was sewn lately, the blocks lie as well as they can for even wear.'}
        </p>
      )}
    </section>
  );
}
