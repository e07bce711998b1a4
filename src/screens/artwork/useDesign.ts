import { useMemo, useState } from 'react';
import { proposeStops } from '../../core/artwork/propose.ts';
import type { Garment } from '../../core/garment/garment.ts';
import type { ElementKind } from '../../core/element/elements.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { DesignFacts } from './AboutDesign.tsx';
import { isStitchList, useMeasuring } from './useMeasuring.ts';
import { useReading } from './useReading.ts';

/** A picture or a stitch list that was taken, what is said about it, and what was read of it. */
/** `factor`: what the workshop's own files are to an estimate. */
export function useDesign(factor: number) {
  const { data } = useFrame();
  const { state, start, cancel } = useReading();
  const [file, setFile] = useState<File | null>(null);
  const [url, setUrl] = useState('');
  const [facts, setFacts] = useState<DesignFacts>({
    width: '75',
    cloth: 'twill',
    layers: 1,
    seams: false,
    hoop: 'medium',
    priority: 'solidity',
    place: '',
    topping: 'none',
  });
  const { width, cloth, layers, seams, hoop, priority, place, topping } = facts;
  const [kinds, setKinds] = useState<ReadonlyMap<number, ElementKind>>(new Map());
  const [shown, setShown] = useState<readonly number[]>([]);
  const { measuring, measure, forget } = useMeasuring();
  const reading = state.is === 'done' ? state.reading : null;
  const measured = measuring.is === 'done' ? measuring.design : null;
  const isList = measuring.is !== 'none';
  const refusal =
    measuring.is === 'refused' ? measuring.why : !isList && state.is === 'refused' ? state.why : '';
  const working = measuring.is === 'working' ? measuring : state.is === 'working' ? state : null;
  const widthMm = Number(width.replace(',', '.'));
  const size = reading ?? measured;
  const inMm = (value: number) => Math.max(1, Math.round(value * 10) / 10);
  const garment: Garment = {
    ...{ cloth, layers, seams, hoop, priority, topping },
    ...(place && { place }),
    ...(size && { widthMm: inMm(size.widthMm), heightMm: inMm(size.heightMm) }),
  };

  function read(picture: File, ground?: string): void {
    setKinds(new Map());
    setShown([]);
    void start(picture, { widthMm, ...(ground && { ground }) });
  }
  function take(picture: File): void {
    if (url) URL.revokeObjectURL(url);
    if (isStitchList(picture)) {
      setFile(picture);
      setUrl('');
      cancel();
      measure(picture);
      return;
    }
    forget();
    setFile(picture);
    setUrl(URL.createObjectURL(picture));
    read(picture);
  }

  const stops = useMemo(() => {
    if (!reading) return [];
    return proposeStops(reading, { cloth: '', garment }, data.threads, data.schools, { kinds, factor });
    // The garment is made of the facts.
  }, [reading, facts, kinds, factor, data.schools, data.threads]);
  return {
    file,
    url,
    facts,
    garment,
    setFacts,
    kinds,
    setKind: (id: number, kind: ElementKind) => setKinds(new Map(kinds).set(id, kind)),
    shown,
    setShown,
    reading,
    readMs: state.is === 'done' ? state.ms : 0,
    measured,
    isList,
    refusal,
    working,
    givenUp: (isList ? measuring.is : state.is) === 'cancelled',
    read,
    take,
    giveUp: () => (isList ? forget({ is: 'cancelled' }) : cancel()),
    stops,
  };
}
