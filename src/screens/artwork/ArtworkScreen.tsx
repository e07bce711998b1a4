import { omit } from '../../core/base/omit.ts';
import { type ElementKind } from '../../core/element/elements.ts';
import { useMemo, useState } from 'react';
import { fillIn } from '../../core/advice/fill-in.ts';
import { proposeStops } from '../../core/artwork/propose.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { Overruling } from '../../schemas/advice.ts';
import { AboutDesign, type DesignFacts } from './AboutDesign.tsx';
import { DropPicture } from './DropPicture.tsx';
import { MeasuredPanel } from './MeasuredPanel.tsx';
import { PictureView } from './PictureView.tsx';
import { RegionPanel } from './RegionPanel.tsx';
import { StopsPanel } from './StopsPanel.tsx';
import { Tones } from './Tones.tsx';
import { isStitchList, useMeasuring } from './useMeasuring.ts';
import { useReading } from './useReading.ts';

/** From a picture of the logo to a job's colour stops: what each element needs, and why. */
export default function ArtworkScreen({ data, overrulings }: { data: FrameData; overrulings: Overruling[] }) {
  return (
    <Frame data={data}>
      <Artwork overrulings={overrulings} />
    </Frame>
  );
}

function Artwork({ overrulings }: { overrulings: Overruling[] }) {
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
  });
  const { width, cloth, layers, seams, hoop, priority } = facts;
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
    const asked = fillIn({ cloth, element: 'fill', layers, seams, hoop, priority }, data.schools);
    const base = omit(asked, 'element', 'letterMm', 'strokeMm', 'thread');
    return proposeStops(reading, base, data.threads, kinds);
  }, [reading, cloth, layers, seams, hoop, priority, kinds, data.schools, data.threads]);
  const picked = reading?.regions.find((region) => shown.length === 1 && region.id === shown[0]) ?? null;

  return (
    <div className="p-3 lg:p-5">
      <h1>Read a logo</h1>
      <form
        aria-label="About the design"
        className="mt-3 flex flex-wrap items-end gap-3"
        onSubmit={(submit) => {
          submit.preventDefault();
          if (file) read(file);
        }}
      >
        <AboutDesign facts={facts} onChange={(change) => setFacts({ ...facts, ...change })} />
        {file && url && (
          <button type="submit" className="btn">
            Read again
          </button>
        )}
        {working && (
          <span className="flex grow items-center gap-3" role="status">
            <progress
              className="h-3 w-40"
              max={1}
              value={working.share}
              aria-label="How far the reading is"
            />
            <span className="text-sm">{working.doing} …</span>
            <button
              type="button"
              className="btn"
              onClick={() => (isList ? forget({ is: 'cancelled' }) : cancel())}
            >
              Cancel
            </button>
          </span>
        )}
      </form>
      {refusal && (
        <p
          role="alert"
          className="mt-3 border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
        >
          × {refusal}
        </p>
      )}
      {(isList ? measuring.is : state.is) === 'cancelled' && (
        <p role="status" className="mt-3">
          Reading given up. Drop it again, or another one.
        </p>
      )}
      <div className="mt-4 grid items-start gap-5 xl:grid-cols-[minmax(0,27rem)_minmax(0,1fr)]">
        <section aria-label="Picture" className="grid gap-3">
          {url && (
            <PictureView
              url={url}
              reading={reading}
              shown={shown}
              onPick={(id) => setShown(id ? [id] : [])}
            />
          )}
          <DropPicture again={Boolean(url)} onTake={take} />
          {reading && url && (
            <>
              {reading.warnings.slice(0, 6).map((warning) => (
                <p key={warning.says} className="flex gap-2 text-sm">
                  <b aria-hidden="true">!</b>
                  <span>
                    {warning.says}{' '}
                    {warning.region && (
                      <button type="button" className="underline" onClick={() => setShown([warning.region!])}>
                        Show it
                      </button>
                    )}
                  </span>
                </p>
              ))}
              <Tones reading={reading} onGround={(colour) => file && read(file, colour)} />
              <RegionPanel
                reading={reading}
                picked={picked}
                kinds={kinds}
                onPick={setShown}
                onKind={(id, kind) => setKinds(new Map(kinds).set(id, kind))}
              />
            </>
          )}
        </section>
        {measured && <MeasuredPanel design={measured} cloth={cloth} fileName={file?.name ?? ''} />}
        {reading && !isList && (
          <StopsPanel
            stops={stops}
            reading={reading}
            cloth={cloth}
            overrulings={overrulings}
            onShow={setShown}
            readMs={state.is === 'done' ? state.ms : 0}
            fileName={file?.name ?? ''}
          />
        )}
      </div>
    </div>
  );
}
