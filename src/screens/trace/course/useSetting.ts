import { useMemo } from 'react';
import { seatAt } from '../../../core/ledger/head-now.ts';
import { needleText } from '../../../core/needle/label.ts';
import { unfitNeedles } from '../../../core/seating/unfit.ts';
import { usualSetting, type Setting } from '../../../core/trace/compile.ts';
import type { Learnt } from '../../../core/trace/learning/learn.ts';
import { useFrame } from '../../../parts/frame/context.tsx';
import type { Where } from './seat-facts.ts';

/** What the search is made for here: what was learnt, and whether a neighbour has the same needle. */
export function useSetting({ head, position }: Where, { odds, minutes }: Learnt): Setting {
  const { data, view } = useFrame();
  return useMemo(() => {
    const needleAt = (at: number) => seatAt({ seats: view.seats }, head, at)?.needle;
    const own = needleAt(position);
    const beside = [position - 1, position + 1].flatMap((at) => needleAt(at) ?? []);
    return {
      ...{ ...usualSetting, odds, minutes },
      hasNeighbour: data.machine.positions > 1,
      neighbourHasSameNeedle:
        own && beside.length > 0
          ? beside.some(({ spec }) => needleText(spec) === needleText(own.spec))
          : null,
    };
  }, [view.seats, head, position, odds, minutes, data.machine.positions]);
}

/** The needle here against what the running job's advice asks for; null: it fits, or nothing is known. */
export function useUnfit({ head, position }: Where): { says: string; advised: string } | null {
  const { data, view, job, seated, threads } = useFrame();
  return useMemo(() => {
    if (!job) return null;
    const places = job.stops.map(({ stop }) => seated.find((seat) => seat.stop === stop)?.position ?? null);
    const found = unfitNeedles(job, places, { seats: view.seats, threads, schools: data.schools });
    const one = found.find((each) => each.position === position && each.heads.includes(head));
    const advised = one?.deed.needle && needleText(one.deed.needle);
    return one && advised
      ? {
          says: `The needle here is ${one.has}; for stop ${one.stop} of this job ${advised} is advised`,
          advised,
        }
      : null;
  }, [job, seated, view.seats, threads, data.schools, head, position]);
}
