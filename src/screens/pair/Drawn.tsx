import { useState } from 'react';
import { bobbinSides } from '../../core/bobbin/capacity.ts';
import { eyeBandFor } from '../../core/needle/eye.ts';
import { needleText } from '../../core/needle/label.ts';
import { Needle } from '../../parts/rail/Needle.tsx';
import { EyeDrawing } from './EyeDrawing.tsx';
import { Slider } from './fields.tsx';
import { Here } from './Here.tsx';
import { CoverDrawing, SatinDrawing } from './SatinDrawing.tsx';
import type { Paired } from './usePairing.ts';

const fitWords = {
  loose: 'Too loose: the thread flutters in the groove.',
  comfortable: 'It runs freely and is guided.',
  snug: 'Snug: watch for shreds.',
  tight: 'Too tight: it will shred.',
} as const;

const percent = (share: number): number => Math.round(share * 100);

/** Thread in the eye, cover, column and bobbin, drawn to scale, with the verdict in words. */
export function Drawn({ paired }: { paired: Paired }) {
  return (
    <section aria-label="Drawn to scale" className="grid gap-4">
      <InTheEye paired={paired} />
      <OnTheCloth paired={paired} />
      <WithTheBobbin paired={paired} />
    </section>
  );
}

function InTheEye({ paired: { pair, needle, colour, choices, top } }: { paired: Paired }) {
  const band = eyeBandFor(top.fibre);
  return (
    <div className="sheet flex flex-wrap items-center gap-4 p-4">
      <EyeDrawing pair={pair} colour={colour} />
      <div className="min-w-48 grow basis-48">
        <h2 className="flex items-center gap-2">
          <Needle spec={needle} className="h-10" /> {needleText(needle)}
        </h2>
        <p className="mt-1 text-lg leading-6">
          <b>{fitWords[pair.fit.verdict]}</b>{' '}
          <span className="figures">
            The thread fills {Math.round(pair.fit.fill.value * 100)} % of the eye, give or take{' '}
            {Math.round(pair.fit.fill.spread * pair.fit.fill.value * 100)} %.
          </span>
        </p>
        <p className="quiet mt-1 text-sm">
          {`${percent(band.from)} to ${percent(band.to)} % runs freely; above ${percent(band.tight)} % it rubs. `}
          {pair.fit.fill.because}
        </p>
        <Here needle={needleText(needle)} cloth={choices.cloth} />
      </div>
    </div>
  );
}

function OnTheCloth({ paired: { pair, colour } }: { paired: Paired }) {
  const mm = (value: number) => `${value.toFixed(2)} mm`;
  const [at, closes] = [mm(pair.cover.spacingMm), mm(pair.cover.closesAt.value)];
  // Told as finely as spacings are: what closes at the spacing as written is closed.
  const open = closes === at ? 0 : Math.round(pair.cover.open * 100);
  return (
    <div className="sheet grid gap-2 p-4">
      <h2>Cover</h2>
      <CoverDrawing pair={pair} colour={colour} />
      <p>
        {open > 0 ? (
          <>
            <b>About {open} % of the cloth stays open</b> at a spacing of {at}. It closes at {closes}.
          </>
        ) : (
          <>
            <b>It covers</b> at a spacing of {at}
            {closes !== at && `, up to ${closes}`}.
          </>
        )}
      </p>
    </div>
  );
}

function WithTheBobbin({ paired: { pair, colour, bobbin, thicknessMm } }: { paired: Paired }) {
  const [widthMm, setWidthMm] = useState(3);
  return (
    <div className="sheet grid gap-2 p-4">
      <h2>
        {pair.pairing.verdict === 'good'
          ? 'The bobbin goes with it'
          : pair.pairing.verdict === 'usable'
            ? 'The bobbin will do'
            : 'Another bobbin'}
      </h2>
      <SatinDrawing
        pair={pair}
        topColour={colour}
        bobbinColour={bobbin?.colour ?? '#f6f5f0'}
        thicknessMm={thicknessMm}
        widthMm={widthMm}
        share={0.36}
      />
      <Slider
        label="Column width"
        value={widthMm}
        onChange={setWidthMm}
        from={1}
        to={7}
        step={0.5}
        text={`${widthMm.toFixed(1)} mm`}
      />
      {pair.pairing.says.map((line) => (
        <p key={line}>{line}</p>
      ))}
      <p className="figures quiet text-sm">
        Begin with the case at {pair.pairing.startGrams.from} to {pair.pairing.startGrams.to} g and measure
        again: another bobbin thread can double the reading. About{' '}
        {Math.round(pair.pairing.lengthOnBobbin.value)} m on a full bobbin.{' '}
        {bobbin && bobbinSides[bobbin.sides].care}
      </p>
    </div>
  );
}
