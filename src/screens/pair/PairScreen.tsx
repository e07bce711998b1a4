import { elementKinds, type ElementKind } from '../../core/element/elements.ts';
import { useState } from 'react';
import { advise } from '../../core/advice/advise.ts';
import { fillIn } from '../../core/advice/fill-in.ts';
import {
  backings,
  cloths,
  hoopSizes,
  type Backing,
  type Cloth,
  type HoopSize,
} from '../../core/advice/question.ts';
import { bobbinSides } from '../../core/bobbin/capacity.ts';
import { pairUp } from '../../core/bobbin/pair-up.ts';
import { needleText, readNeedleLabel } from '../../core/needle/label.ts';
import { threadWeightText } from '../../core/units/thread-count.ts';
import { Frame } from '../../parts/frame/Frame.tsx';
import { useFrame } from '../../parts/frame/context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { Needle } from '../../parts/rail/Needle.tsx';
import type { Overruling } from '../../schemas/advice.ts';
import type { Job } from '../../schemas/workshop.ts';
import type { BobbinKind } from '../../schemas/stores.ts';
import { Reasons } from '../../parts/advice/Reasons.tsx';
import { EyeDrawing } from './EyeDrawing.tsx';
import { Overrule } from './Overrule.tsx';
import { Pick, Slider } from './fields.tsx';
import { PutOn } from './PutOn.tsx';
import { CoverDrawing, SatinDrawing } from './SatinDrawing.tsx';

interface PairProps {
  data: FrameData;
  bobbins: BobbinKind[];
  overrulings: Overruling[];
  /** What the page was asked with: a stop of a job sends its own. */
  asked: { cloth: Cloth | null; element: ElementKind | null; thread: string | null; job: Job | null };
}

/** Which needle, which thread, which bobbin: the three together, drawn to scale, with the verdict in words. */
export default function PairScreen({ data, ...rest }: PairProps) {
  return (
    <Frame data={data}>
      <Pair {...rest} />
    </Frame>
  );
}

const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

function Pair({ bobbins, overrulings, asked }: Omit<PairProps, 'data'>) {
  const { data } = useFrame();
  const [cloth, setCloth] = useState<Cloth>(asked.cloth ?? 'canvas');
  const [backing, setBacking] = useState<Backing | ''>('cut-away');
  const [element, setElement] = useState<ElementKind>(asked.element ?? 'satin');
  const [layers, setLayers] = useState('1');
  const [seams, setSeams] = useState(false);
  const [hoop, setHoop] = useState<HoopSize>('medium');
  const [letter, setLetter] = useState('5');
  const [threadId, setThreadId] = useState(asked.thread ?? data.threads[0]?.id ?? '');
  const [weight, setWeight] = useState<number | null>(null);
  const [bobbinId, setBobbinId] = useState(bobbins[0]?.id ?? '');
  const [bobbinWeight, setBobbinWeight] = useState<number | null>(null);
  const [label, setLabel] = useState('');
  const [widthMm, setWidthMm] = useState(3);

  const article = data.threads.find((one) => one.id === threadId);
  const bobbin = bobbins.find((one) => one.id === bobbinId);
  const topNo = weight ?? article?.weightNo ?? 40;
  const top = {
    weightNo: topNo,
    tex: weight ? 1000 / weight : (article?.tex ?? 25),
    fibre: article?.fibre ?? 'polyester',
  };
  const belowNo = bobbinWeight ?? bobbin?.weightNo ?? 60;
  const below = {
    tex: bobbinWeight ? 1000 / bobbinWeight : (bobbin?.tex ?? 1000 / 60),
    fibre: bobbin?.fibre ?? 'polyester',
  } as const;
  const letterMm = element === 'lettering' ? clamp(Number(letter.replace(',', '.')) || 5, 0.5, 400) : null;
  const advice = advise(
    fillIn(
      {
        cloth,
        element,
        letterMm,
        seams,
        hoop,
        layers: Number(layers),
        backings: backing ? [backing] : [],
        thread: top,
      },
      { ...data.schools, ...asked.job?.schools },
    ),
  );
  const typed = readLabel(label, data.letters);
  const needle = typed.spec ?? advice.needles[0]!.spec;
  const pair = pairUp({ needle, top, bobbin: below, size: bobbin?.size ?? 'L', school: data.schools.case });
  const colour = article?.colour ?? '#12509a';
  const thickness = cloths[cloth].thicknessMm + (backing ? backings[backing].thicknessMm : 0);
  const open = Math.round(pair.cover.open * 100);
  const before = overrulings.find((one) => one.cloth === cloth && one.element === element) ?? null;

  return (
    <div className="grid items-start gap-5 p-3 lg:p-5 xl:grid-cols-[19rem_minmax(0,1fr)_21rem]">
      <section aria-label="What is sewn" className="grid gap-3 md:grid-cols-2 xl:grid-cols-1">
        <h1 className="md:col-span-2 xl:col-span-1">Needle, thread, bobbin</h1>
        {asked.job && (
          <p>
            For{' '}
            <a className="underline" href={`/${data.machine.slug}/jobs/${asked.job.id}`}>
              {asked.job.name}
            </a>
          </p>
        )}
        <Pick
          label="Cloth"
          value={cloth}
          onChange={(value) => setCloth(value as Cloth)}
          options={Object.entries(cloths).map(([key, one]) => [key, one.name])}
        />
        <Pick
          label="Backing"
          value={backing}
          onChange={(value) => setBacking(value as Backing | '')}
          options={[
            ['', 'none'],
            ...Object.entries(backings).map(([key, one]): [string, string] => [key, one.name]),
          ]}
        />
        <div className="flex items-end gap-3">
          <Pick
            label="Layers"
            value={layers}
            onChange={setLayers}
            options={['1', '2', '3', '4'].map((one) => [one, one])}
          />
          <Pick
            label="Hoop"
            value={hoop}
            onChange={(value) => setHoop(value as HoopSize)}
            options={Object.entries(hoopSizes).map(([key, { name }]) => [key, name])}
          />
          <label className="flex min-h-11 items-center gap-2 text-sm font-semibold whitespace-nowrap">
            <input
              type="checkbox"
              className="checkbox"
              checked={seams}
              onChange={(change) => setSeams(change.target.checked)}
            />
            seam
          </label>
        </div>
        <Pick
          label="Element"
          value={element}
          onChange={(value) => setElement(value as ElementKind)}
          options={elementKinds.map((one) => [one, one])}
        />
        {element === 'lettering' && (
          <label className="text-sm font-semibold">
            Height of the capitals
            <span className="flex items-center gap-1 font-normal">
              <input
                className="input figures w-24 text-end"
                inputMode="decimal"
                value={letter}
                onChange={(change) => setLetter(change.target.value)}
              />{' '}
              mm
            </span>
          </label>
        )}
        <Pick
          label="Top thread"
          value={threadId}
          onChange={(value) => {
            setThreadId(value);
            setWeight(null);
          }}
          options={data.threads.map((one) => [one.id, `${one.name} ${one.weightNo} wt (${one.code})`])}
        />
        <Slider
          label="its weight"
          value={topNo}
          onChange={setWeight}
          from={12}
          to={100}
          text={threadWeightText(topNo, top.tex)}
        />
        <Pick
          label="Bobbin"
          value={bobbinId}
          onChange={(value) => {
            setBobbinId(value);
            setBobbinWeight(null);
          }}
          options={bobbins.map((one) => [one.id, one.name])}
        />
        <Slider
          label="its weight"
          value={belowNo}
          onChange={setBobbinWeight}
          from={30}
          to={120}
          text={threadWeightText(belowNo, below.tex)}
        />
        <label className="text-sm font-semibold">
          Needle: the advised one, or type another
          <input
            className="input w-full"
            value={label}
            placeholder={advice.needles[0]!.text}
            autoComplete="off"
            autoCapitalize="none"
            onChange={(change) => setLabel(change.target.value)}
          />
          {typed.refusal && <span className="mt-1 block">× {typed.refusal}</span>}
        </label>
      </section>

      <section aria-label="Drawn to scale" className="grid gap-4">
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
              50 to 70 % runs freely; above 80 % it rubs. {pair.fit.fill.because}
            </p>
          </div>
        </div>
        <div className="sheet grid gap-2 p-4">
          <h2>Cover</h2>
          <CoverDrawing pair={pair} colour={colour} />
          <p>
            {open > 0 ? (
              <>
                <b>About {open} % of the cloth stays open</b> at {pair.cover.spacingMm.toFixed(2)} mm. It
                closes at {pair.cover.closesAt.value.toFixed(2)} mm.
              </>
            ) : (
              <>
                <b>It covers</b> at {pair.cover.spacingMm.toFixed(2)} mm; lines could lie up to{' '}
                {pair.cover.closesAt.value.toFixed(2)} mm apart.
              </>
            )}
          </p>
        </div>
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
            thicknessMm={thickness}
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
            Begin with the case at {pair.pairing.startGrams.from} to {pair.pairing.startGrams.to} g and
            measure again: another bobbin thread can double the reading. About{' '}
            {Math.round(pair.pairing.lengthOnBobbin.value)} m on a full bobbin.{' '}
            {bobbin && bobbinSides[bobbin.sides].care}
          </p>
        </div>
      </section>

      <section aria-label="Advice" className="grid gap-4">
        <div className="sheet p-4">
          <h2>Why this needle?</h2>
          {before && (
            <p className="mb-2 border-s-4 ps-3 [border-color:var(--color-base-content)]">
              Last time on this cloth you took <b>{needleText(before.needle)}</b>
              {before.why && `: ${before.why}`}.{' '}
              <button type="button" className="underline" onClick={() => setLabel(needleText(before.needle))}>
                Take it again
              </button>
            </p>
          )}
          <Reasons advice={advice} />
          <ol className="mt-3 grid gap-1">
            {advice.needles.slice(1, 4).map((one) => (
              <li key={one.text}>
                <button
                  type="button"
                  className="btn w-full justify-start text-start"
                  onClick={() => setLabel(one.text)}
                >
                  <Needle spec={one.spec} className="h-8" /> {one.text}
                </button>
              </li>
            ))}
          </ol>
        </div>
        {typed.spec && needleText(typed.spec) !== advice.needles[0]!.text && (
          <Overrule
            key={label}
            cloth={cloth}
            element={element}
            advised={advice.needles[0]!.text}
            label={label}
            jobId={asked.job?.id ?? null}
          />
        )}
        <PutOn needle={needle} thread={article && !weight ? article : null} />
      </section>
    </div>
  );
}

const fitWords = {
  loose: 'Too loose: the thread flutters in the groove.',
  comfortable: 'It runs freely and is guided.',
  snug: 'Snug: watch for shreds.',
  tight: 'Too tight: it will shred.',
} as const;

function readLabel(label: string, letters: FrameData['letters']) {
  if (!label.trim()) return { spec: null, refusal: '' };
  try {
    return { spec: readNeedleLabel(label, letters).spec, refusal: '' };
  } catch (error) {
    return { spec: null, refusal: (error as Error).message };
  }
}
