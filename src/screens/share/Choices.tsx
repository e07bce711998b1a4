import { counted } from '../../parts/text.ts';

interface ChoicesProps {
  /** What is chosen from: "Machines", "Jobs". */
  title: string;
  items: readonly { id: string; name: string; fixed?: boolean }[];
  chosen: readonly string[];
  most: number;
  onChange: (chosen: string[]) => void;
}

/** Things that are in or out, one touch each. Fixed ones are always in. */
export function Choices({ title, items, chosen, most, onChange }: ChoicesProps) {
  const isFull = chosen.length >= most;
  const fixed = items.filter((item) => item.fixed && chosen.includes(item.id)).map((item) => item.id);
  return (
    <fieldset>
      <legend className="flex w-full flex-wrap items-center gap-3 font-semibold">
        {title}: {counted(chosen.length, 'chosen', 'chosen')}
        {chosen.length > fixed.length && (
          <button type="button" className="btn btn-ghost" onClick={() => onChange(fixed)}>
            Choose none
          </button>
        )}
        {isFull && <span className="quiet font-normal">{most} at once are the most.</span>}
      </legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {items.map(({ id, name, fixed: stays }) => {
          const isIn = chosen.includes(id);
          return (
            <button
              key={id}
              type="button"
              className="btn h-auto max-w-full py-2 text-start [overflow-wrap:anywhere] whitespace-normal"
              aria-pressed={isIn}
              aria-disabled={stays && isIn}
              disabled={!isIn && isFull}
              onClick={() =>
                stays && isIn
                  ? undefined
                  : onChange(isIn ? chosen.filter((item) => item !== id) : [...chosen, id])
              }
            >
              {name}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}
