import { inUse } from '../../core/stores/in-use.ts';
import { useMemo, useRef, useState } from 'react';
import { capOrder, capOrderText } from '../../core/artwork/cap-order.ts';
import { placeOfGarment } from '../../core/garment/size.ts';
import { proposeStops } from '../../core/artwork/propose.ts';
import type { Place, Reading } from '../../engines/logo/index.ts';
import {
  kindsSaid,
  noCorrections,
  placeIn,
  regionAt,
  type ManualCorrection,
  type CorrectionSet,
} from '../../core/artwork/manual-correction.ts';
import type { Garment } from '../../core/garment/garment.ts';
import type { ElementKind } from '../../core/element/elements.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { DesignFacts } from './AboutDesign.tsx';
import { isStitchList, useMeasuring } from './useMeasuring.ts';
import { useReading } from './useReading.ts';

const factsToBeginWith: DesignFacts = {
  ...{ width: '75', cloth: 'twill', layers: 1, seams: false, hoop: 'medium' },
  ...{ priority: 'solidity', place: '', topping: 'none' },
};

/** A picture or a stitch list that was taken, what is said about it, and what was read of it. `factor`: what the workshop's own files are to an estimate. */
export function useDesign(factor: number) {
  const { data } = useFrame();
  const { state, start, cancel } = useReading();
  const [file, setFile] = useState<File | null>(null);
  const [url, setUrl] = useState('');
  const [facts, setFacts] = useState<DesignFacts>(factsToBeginWith);
  const [shown, setShown] = useState<readonly number[]>([]);
  const { measuring, measure, forget } = useMeasuring();
  const reading = state.is === 'done' ? state.reading : null;
  const measured = measuring.is === 'done' ? measuring.design : null;
  const isList = measuring.is !== 'none';
  const garment = garmentOf(facts, reading ?? measured);

  const putRight = usePutRight(reading, (now: CorrectionSet, taken?: File) => {
    const picture = taken ?? file;
    if (!picture) return;
    setShown([]);
    const { ground, joined, cut } = now;
    const widthMm = Number(facts.width.replace(',', '.'));
    void start(picture, { widthMm, lines: { joined, cut }, ...(ground !== null && { ground }) });
  });
  const { kinds, read } = putRight;
  function take(picture: File): void {
    if (url) URL.revokeObjectURL(url);
    setFile(picture);
    if (isStitchList(picture)) {
      setUrl('');
      cancel();
      measure(picture);
      return;
    }
    forget();
    setUrl(URL.createObjectURL(picture));
    read(noCorrections, picture);
  }

  const isCap = placeOfGarment(garment) === 'cap-front';
  const { stops, order } = useMemo(() => {
    if (!reading) return { stops: [], order: null };
    const proposed = proposeStops(reading, { cloth: '', garment }, inUse(data.threads), data.schools, {
      kinds,
      factor,
    });
    if (!isCap) return { stops: proposed, order: null };
    const { stops: inOrder, splits } = capOrder(proposed, reading.regions);
    return { stops: inOrder, order: capOrderText({ splits }) };
    // The garment is made of the facts.
  }, [reading, facts, isCap, kinds, factor, data.schools, data.threads]);
  return {
    // What is proposed in a cap's order is kept as such.
    order,
    ...{ garment: order ? { ...garment, order: 'cap' as const } : garment },
    ...{ file, url, facts, setFacts, shown, setShown },
    ...{ reading, measured, isList, take, stops, ...putRight },
    readMs: state.is === 'done' ? state.ms : 0,
    refusal: measuring.is === 'refused' ? measuring.why : !isList && state.is === 'refused' ? state.why : '',
    working: measuring.is === 'working' ? measuring : state.is === 'working' ? state : null,
    givenUp: (isList ? measuring.is : state.is) === 'cancelled',
    giveUp: () => (isList ? forget({ is: 'cancelled' }) : cancel()),
  };
}

/** What the job's cloth is, and as large as the design is known to be. */
function garmentOf(facts: DesignFacts, size: { widthMm: number; heightMm: number } | null): Garment {
  const { cloth, layers, seams, hoop, priority, place, topping } = facts;
  const inMm = (value: number) => Math.max(1, Math.round(value * 10) / 10);
  return {
    ...{ cloth, layers, seams, hoop, priority, topping },
    ...(place && { place }),
    ...(size && { widthMm: inMm(size.widthMm), heightMm: inMm(size.heightMm) }),
  };
}

/** What a person said of a picture, with which it is read again. */
function usePutRight(reading: Reading | null, start: (said: CorrectionSet, picture?: File) => void) {
  const [said, setSaid] = useState<CorrectionSet>(noCorrections);
  /** The ground as it was read, before anything was said of it. */
  const groundRead = useRef<string | null>(null);
  const kinds = useMemo(
    () => (reading ? kindsSaid(reading, said) : new Map<number, ElementKind>()),
    [reading, said],
  );
  /** Reads the picture with all that was said of it. */
  function read(now: CorrectionSet = said, picture?: File): void {
    if (reading && said.ground === null)
      groundRead.current = reading.tones.find((tone) => tone.isGround)?.colour ?? 'none';
    setSaid(now);
    start(now, picture);
  }
  const again = (change: Partial<CorrectionSet>) => read({ ...said, ...change });
  return {
    ...{ said, kinds, read },
    setKind: (id: number, kind: ElementKind) => {
      if (!reading) return;
      const others = said.kinds.filter(({ at }) => regionAt(reading, at) !== id);
      const isAsRead = reading.regions.find((region) => region.id === id)?.kind === kind;
      setSaid({ ...said, kinds: isAsRead ? others : [...others, { at: placeIn(reading, id), kind }] });
    },
    setGround: (ground: string) => again({ ground }),
    join: (one: number, other: number) =>
      reading && again({ joined: [...said.joined, [placeIn(reading, one), placeIn(reading, other)]] }),
    cut: (place: Place) => again({ cut: [...said.cut, place] }),
    forget: () => again(noCorrections),
    /** For the job: a ground that was only affirmed was not put right. */
    putRight: reading && putRightOf(said, reading.regions.length, groundRead.current),
  };
}

const putRightOf = (said: CorrectionSet, parts: number, groundRead: string | null): ManualCorrection => ({
  ...said,
  parts,
  ground: said.ground === groundRead ? null : said.ground,
});
