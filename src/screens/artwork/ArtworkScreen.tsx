import { useEffect, useRef, useState } from 'react';
import type { Place, Warning } from '../../engines/logo/index.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { OnlyFor } from '../../parts/people/OnlyFor.tsx';
import { askWhere, sizeRemark } from '../../core/garment/size.ts';
import type { OwnFactor } from '../../core/artwork/own-factor.ts';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { Overruling } from '../../schemas/advice.ts';
import type { PutRightHere } from '../../schemas/artwork.ts';
import { AboutDesign } from './AboutDesign.tsx';
import { DropPicture } from './DropPicture.tsx';
import { GroundAsked } from './GroundAsked.tsx';
import { MeasuredPanel } from './MeasuredPanel.tsx';
import { PictureView } from './PictureView.tsx';
import { LineTools, PutRightSummary, type Touching } from './PutRightPanel.tsx';
import { RegionPanel } from './RegionPanel.tsx';
import { StopsPanel } from './StopsPanel.tsx';
import { Tones } from './Tones.tsx';
import { useDesign } from './useDesign.ts';

/** From a picture of the logo to a job's colour stops: what each element needs, and why. */
interface ArtworkProps {
  overrulings: Overruling[];
  /** What the workshop's own files are to an estimate. */
  own: OwnFactor;
  /** How often the reader is put right here. */
  here: PutRightHere;
}

export default function ArtworkScreen({ data, ...props }: ArtworkProps & { data: FrameData }) {
  return (
    <Frame data={data}>
      <OnlyFor right="plan">
        <Artwork {...props} />
      </OnlyFor>
    </Frame>
  );
}

function Artwork({ overrulings, own, here }: ArtworkProps) {
  const design = useDesign(own.factor);
  const { file, url, facts, setFacts, kinds, shown, setShown, reading, measured, isList } = design;
  const { refusal, working, read, take, stops } = design;
  const [touching, setTouching] = useState<Touching>('picks');
  const picture = useRef<HTMLDivElement>(null);
  // What is asked for is touched on the picture: on a phone that lies above what asked for it.
  useEffect(() => {
    if (touching !== 'picks') picture.current?.scrollIntoView({ block: 'nearest' });
  }, [touching]);
  const large = reading && (sizeRemark(design.garment) ?? askWhere(design.garment));
  const picked = reading?.regions.find((region) => shown.length === 1 && region.id === shown[0]) ?? null;

  function join(other: number): void {
    // The same part again is a slip: what was asked for still is.
    if (!picked || other === picked.id) return;
    setTouching('picks');
    design.join(picked.id, other);
  }
  function cut(place: Place): void {
    setTouching('picks');
    design.cut(place);
  }
  function touched(region: number | null, place: Place): void {
    if (touching === 'cuts') cut(place);
    else if (touching === 'picks') setShown(region ? [region] : []);
    else if (region) join(region);
  }

  return (
    <div className="p-3 lg:p-5">
      <h1>Read a logo</h1>
      <form
        aria-label="About the design"
        className="mt-3 flex flex-wrap items-end gap-3"
        onSubmit={(submit) => {
          submit.preventDefault();
          read();
        }}
      >
        <AboutDesign facts={facts} onChange={(change) => setFacts({ ...facts, ...change })} />
        {file && url && (
          <button type="submit" className="btn">
            Read again
          </button>
        )}
        {working && <Working {...working} onCancel={design.giveUp} />}
      </form>
      {refusal && (
        <p
          role="alert"
          className="mt-3 border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
        >
          × {refusal}
        </p>
      )}
      {design.givenUp && (
        <p role="status" className="mt-3">
          Reading given up. Drop it again, or another one.
        </p>
      )}
      <div className="mt-4 grid items-start gap-5 xl:grid-cols-[minmax(0,27rem)_minmax(0,1fr)]">
        <section aria-label="Picture" className="grid gap-3">
          {url && (
            <PictureView
              {...{ url, reading, place: picture }}
              shown={touching === 'joins' ? [] : shown}
              onTouch={touched}
            />
          )}
          <DropPicture again={Boolean(url)} onTake={take} />
          {reading && url && (
            <>
              <GroundAsked reading={reading} url={url} onGround={design.setGround} />
              {design.order && <p>{design.order}</p>}
              {large && <Warned says={large} region={null} onShow={setShown} />}
              {reading.warnings.slice(0, 6).map((warning) => (
                <Warned key={warning.says} {...warning} onShow={setShown} />
              ))}
              <Tones reading={reading} onGround={design.setGround} />
              <RegionPanel
                reading={reading}
                picked={picked}
                kinds={kinds}
                factor={own.factor}
                onPick={setShown}
                onKind={design.setKind}
              >
                {picked && (
                  <LineTools
                    {...{ reading, picked, touching }}
                    onTouching={setTouching}
                    onJoin={join}
                    onCut={cut}
                  />
                )}
              </RegionPanel>
              <PutRightSummary said={design.said} here={here} onForget={design.forget} />
            </>
          )}
        </section>
        {measured && <MeasuredPanel design={measured} garment={design.garment} fileName={file?.name ?? ''} />}
        {reading && !isList && (
          <StopsPanel
            stops={stops}
            reading={reading}
            garment={design.garment}
            pictureUrl={url}
            overrulings={overrulings}
            own={own}
            onShow={setShown}
            putRight={design.putRight}
            readMs={design.readMs}
            fileName={file?.name ?? ''}
          />
        )}
      </div>
    </div>
  );
}

function Working({ share, doing, onCancel }: { share: number; doing: string; onCancel: () => void }) {
  return (
    <span className="flex grow items-center gap-3" role="status">
      <progress className="h-3 w-40" max={1} value={share} aria-label="How far the reading is" />
      <span className="text-sm">{doing} …</span>
      <button type="button" className="btn" onClick={onCancel}>
        Cancel
      </button>
    </span>
  );
}

function Warned({
  says,
  region,
  onShow,
}: Omit<Warning, 'kind'> & { onShow: (regions: readonly number[]) => void }) {
  return (
    <p className="flex gap-2 text-sm">
      <b aria-hidden="true">!</b>
      <span>
        {says}{' '}
        {region && (
          <button type="button" className="underline" onClick={() => onShow([region])}>
            Show it
          </button>
        )}
      </span>
    </p>
  );
}
