import { useEffect, useRef, useState } from 'react';
import type { GaugePart } from '../../../schemas/tension.ts';

export interface PullNow {
  gauge: string;
  pull: string;
  grams: number[];
  rateHz: number;
  speed: number;
  /** Speed at each sample, where every part told it. */
  speeds: number[] | undefined;
  woundDiameter: number;
  /** Complete; or the gauge fell silent before it said so. */
  is: 'coming' | 'done' | 'broke off';
  /** Another gauge that sent meanwhile. */
  other: string | null;
}

/** A gauge that says nothing for so long has stopped in the middle. */
const silentMs = 1500;

/** The pull that a gauge sends, part by part. While one gauge pulls another's parts wait outside: two pulls are never mixed. */
export function useGauge(onPull: (listener: (part: GaugePart) => void) => () => void) {
  const [now, setNow] = useState<PullNow | null>(null);
  const parts = useRef(new Map<number, GaugePart>());
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let open: { gauge: string; pull: string } | null = null;
    const stop = onPull((part) => {
      if (open && open.gauge !== part.gauge) {
        setNow((before) => before && { ...before, other: part.gauge });
        return;
      }
      if (open?.pull !== part.pull) parts.current.clear();
      open = part.done ? null : part;
      parts.current.set(part.part, part);
      const inOrder = [...parts.current].sort(([a], [b]) => a - b).map(([, one]) => one);
      const grams = inOrder.flatMap((one) => one.grams);
      const speeds = inOrder.every((one) => one.speeds?.length === one.grams.length)
        ? inOrder.flatMap((one) => one.speeds ?? [])
        : undefined;
      const { gauge, pull, rateHz, speed, woundDiameter } = part;
      setNow((before) => ({
        gauge,
        pull,
        grams,
        rateHz,
        speed,
        speeds,
        woundDiameter,
        is: part.done ? 'done' : 'coming',
        other: before?.pull === pull ? before.other : null,
      }));
      clearTimeout(timer);
      if (!part.done)
        timer = setTimeout(() => {
          open = null;
          setNow((before) => before && { ...before, is: 'broke off' });
        }, silentMs);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [onPull]);
  return { now, forget: () => setNow(null) };
}
