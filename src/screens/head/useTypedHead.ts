import { useMemo, useState } from 'react';
import { readTypedSeats, type TypedSeat } from '../../core/head/typed-seats.ts';
import type { NeedleReason } from '../../core/needle/reasons.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { headsOf } from '../../parts/device/kept.ts';
import type { Written } from '../../parts/live/machine-live.ts';
import { shelfCone } from '../../parts/live/shelf-cone.ts';
import { counted } from '../../parts/text.ts';

export type TypedCell = 'needle' | 'thread';

const empty = (positions: number): TypedSeat[] =>
  Array.from({ length: positions }, (_, index) => ({ position: index + 1, needle: '', thread: '' }));

/** The head's table as it is being typed: what it comes to on the heads it is for, and writing it into the ledger. */
export function useTypedHead() {
  const { data, view, headNo, actions, say } = useFrame();
  const { machine, threads, letters, cones } = data;
  const [rows, setRows] = useState(() => empty(machine.positions));
  const [isForAll, setForAll] = useState(machine.heads > 1);
  const [reason, setReason] = useState<NeedleReason>('other');
  const heads = useMemo(() => (isForAll ? headsOf(machine) : [headNo]), [isForAll, machine, headNo]);
  const read = useMemo(
    () =>
      heads.map((head) => ({
        head,
        seats: readTypedSeats(
          rows,
          view.seats.filter((seat) => seat.head === head),
          { threads, letters },
        ),
      })),
    [heads, rows, view.seats, threads, letters],
  );
  const changed = read.flatMap(({ head, seats }) => seats.map((seat) => ({ head, ...seat })));
  const needles = changed.filter((seat) => seat.needle).length;
  const threadsMounted = changed.filter((seat) => seat.thread).length;
  const bad = read[0]!.seats.filter((seat) => seat.badNeedle || seat.badThread).length;

  function write(): void {
    const taken = new Set<string>();
    actions.write(
      ...changed.flatMap(({ head, position, needle, thread }): Written[] => {
        const cone = thread && shelfCone(thread.id, { cones, machine, seats: view.seats });
        const coneId = cone && !taken.has(cone.id) ? cone.id : null;
        if (coneId) taken.add(coneId);
        return [
          ...(needle ? [{ kind: 'needle_fitted' as const, head, position, data: { needle, reason } }] : []),
          ...(thread
            ? [
                {
                  kind: 'cone_mounted' as const,
                  ...{ head, position, data: { threadId: thread.id, coneId, fibre: thread.fibre } },
                },
              ]
            : []),
        ];
      }),
    );
    setRows(empty(machine.positions));
    say(`${counted(needles, 'needle')} and ${counted(threadsMounted, 'cone')} saved. Undo takes them back.`);
  }

  return {
    rows,
    /** Of the first of the heads it is for: what is shown beside the cells. */
    read: read[0]!.seats,
    shownHead: heads[0]!,
    type: (position: number, cell: TypedCell, text: string) =>
      setRows(rows.map((row) => (row.position === position ? { ...row, [cell]: text } : row))),
    isForAll,
    setForAll,
    reason,
    setReason,
    needles,
    threadsMounted,
    bad,
    canWrite: needles + threadsMounted > 0 && bad === 0,
    write,
  };
}
