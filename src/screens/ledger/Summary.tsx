import { useEffect, useState } from 'react';
import { faults } from '../../core/fault/faults.ts';
import { shiftOf, type Shift } from '../../core/run/shift.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { getJson } from '../../parts/live/get-json.ts';
import { counted, lostText, stopsText, whole } from '../../parts/text.ts';
import type { Event } from '../../schemas/ledger/event.ts';

const mostPages = 25;

/** What the chosen day or job came to: pieces, stitches, breaks and where the minutes went. */
export function Summary({ query, jobId }: { query: string; jobId: string | null }) {
  const { data } = useFrame();
  const [sum, setSum] = useState<{ shift: Shift; isWhole: boolean } | null>(null);
  useEffect(() => {
    let current = true;
    async function read(): Promise<void> {
      const all: Event[] = [];
      let after: string | null = null;
      let pages = 0;
      do {
        const page: { items: Event[]; next: string | null } = await getJson(
          `/api/ledger?${query}&limit=200${after ? `&after=${encodeURIComponent(after)}` : ''}`,
        );
        all.push(...page.items);
        after = page.next;
      } while (after && ++pages < mostPages && current);
      if (current) setSum({ shift: shiftOf(all), isWhole: after === null });
    }
    read().catch(() => undefined);
    return () => {
      current = false;
    };
  }, [query]);
  return (
    <section aria-label="Summary" className="sheet mt-3 min-h-24 p-3">
      {sum === null ? (
        <p className="quiet">Adding up …</p>
      ) : (
        <>
          <p className="figures text-lg">
            <b>{counted(sum.shift.pieces, 'piece')}</b> · {whole(sum.shift.stitches)} st ·{' '}
            <b>{stopsText(sum.shift.breaks, sum.shift.falseStops) || 'no break'}</b> ·{' '}
            <b>{lostText(sum.shift.lostMs)}</b> lost
            {!sum.isWhole && <span className="quiet"> · of the newest {mostPages * 200} entries</span>}
          </p>
          <p className="figures quiet">
            {sum.shift.losses
              .slice(0, 6)
              .map(
                (loss) =>
                  `${loss.what === null ? 'kind not said' : loss.what === 'stop' ? 'no break' : faults[loss.what].says} ${loss.count} × ${lostText(loss.lostMs)}`,
              )
              .join(' · ')}
          </p>
          <p className="figures quiet">
            {sum.shift.seats
              .filter((seat) => seat.breaks + seat.falseStops > 0)
              .slice(0, 6)
              .map(
                (seat) =>
                  `position ${data.machine.heads > 1 ? `${seat.head}.` : ''}${seat.position}: ${stopsText(seat.breaks, seat.falseStops)}`,
              )
              .join(' · ')}
          </p>
          {jobId && (
            <a className="underline" href={`/${data.machine.slug}/job-record/${jobId}`}>
              Record for the customer’s file
            </a>
          )}
        </>
      )}
    </section>
  );
}
