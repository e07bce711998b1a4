import { useFrame } from '../../parts/frame/context.tsx';
import { durationText, momentText } from '../../parts/text.ts';

/** A shift that is over. */
export interface EarlierShift {
  from: string;
  to: string;
  operatorId: string | null;
  note: string;
}

interface EarlierShiftsProps {
  shifts: readonly EarlierShift[];
  /** The end of the one that is shown; null: the one that goes on. */
  shown: string | null;
  who: (id: string | null) => string;
}

/** The last shifts: each opens its summary again. */
export function EarlierShifts({ shifts, shown, who }: EarlierShiftsProps) {
  const { data } = useFrame();
  const base = `/${data.machine.slug}/shift`;
  return (
    <section aria-label="Earlier shifts" className="sheet no-print p-3">
      <h2>Earlier shifts</h2>
      {shifts.length === 0 && <p className="quiet">None was ended by hand yet.</p>}
      <ul>
        {shown !== null && (
          <li className="border-t py-2 rule first:border-t-0">
            <a className="underline" href={base}>
              The shift that goes on
            </a>
          </li>
        )}
        {shifts.map(({ from, to, operatorId, note }) => (
          <li key={to} className="border-t py-2 rule first:border-t-0">
            <a
              className="underline"
              aria-current={to === shown ? 'page' : undefined}
              href={`${base}?${new URLSearchParams({ from, to }).toString()}`}
            >
              {momentText(from, data.zone, data.now)} to {momentText(to, data.zone, data.now)}
            </a>{' '}
            <span className="quiet text-sm">
              {durationText(Date.parse(to) - Date.parse(from))} · ended by {who(operatorId)}
            </span>
            {note && <span className="block text-sm whitespace-pre-wrap">{note}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
