import { inUse } from '../../core/stores/in-use.ts';
import { keysOf } from '../../core/base/keys.ts';
import { backings, toppings, type Backing, type Topping } from '../../core/garment/backings.ts';
import { cloths, type Cloth } from '../../core/garment/cloths.ts';
import { hoopSizes, type HoopSize } from '../../core/garment/hoops.ts';
import { elementKinds, elementOf, type ElementKind } from '../../core/element/elements.ts';
import { threadWeightText } from '../../core/units/thread-count.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import type { BobbinKind } from '../../schemas/stores.ts';
import type { Job } from '../../schemas/workshop.ts';
import { Pick, Slider } from './fields.tsx';
import type { Paired } from './usePairing.ts';

interface AskedProps {
  paired: Paired;
  bobbins: readonly BobbinKind[];
  job: Job | null;
}

/** What is sewn, on what, and with which needle, thread and bobbin. */
export function Asked({ paired, bobbins, job }: AskedProps) {
  return (
    <section aria-label="What is sewn" className="grid gap-3 md:grid-cols-2 xl:grid-cols-1">
      <OnWhat paired={paired} job={job} />
      <WithWhat paired={paired} bobbins={bobbins} />
    </section>
  );
}

function OnWhat({ paired: { choices, choose }, job }: Omit<AskedProps, 'bobbins'>) {
  const { data } = useFrame();
  const { cloth, under, topping, layers, hoop, seams, element, letter, stroke } = choices;
  return (
    <>
      <h1 className="md:col-span-2 xl:col-span-1">Needle, thread, bobbin</h1>
      {job && (
        <p>
          For{' '}
          <a className="underline" href={`/${data.machine.slug}/jobs/${job.id}`}>
            {job.name}
          </a>
        </p>
      )}
      <Pick
        label="Cloth"
        value={cloth}
        onChange={(value) => choose({ cloth: value as Cloth })}
        options={Object.entries(cloths).map(([key, one]) => [key, one.name])}
      />
      <Pick
        label="Backing"
        value={under.join()}
        onChange={(value) => choose({ under: value ? (value.split(',') as Backing[]) : [] })}
        options={[
          ['', 'none'],
          ...keysOf(backings)
            .filter((key) => !backings[key].onTop)
            .map((key): [string, string] => [key, backings[key].name]),
          // A job may have several.
          ...(under.length > 1
            ? [[under.join(), under.map((key) => backings[key].name).join(', ')] as const]
            : []),
        ]}
      />
      <Pick
        label="On top"
        value={topping}
        onChange={(value) => choose({ topping: value as Topping })}
        options={Object.entries(toppings).map(([key, { name }]) => [key, name])}
      />
      <div className="flex items-end gap-3">
        <Pick
          label="Layers"
          value={layers}
          onChange={(layers) => choose({ layers })}
          options={['1', '2', '3', '4', '5', '6'].map((choice) => [choice, choice])}
        />
        <Pick
          label="Hoop"
          value={hoop}
          onChange={(value) => choose({ hoop: value as HoopSize })}
          options={Object.entries(hoopSizes).map(([key, { name }]) => [key, name])}
        />
        <label className="flex min-h-11 items-center gap-2 text-sm font-semibold whitespace-nowrap">
          <input
            type="checkbox"
            className="checkbox"
            checked={seams}
            onChange={(change) => choose({ seams: change.target.checked })}
          />
          seam
        </label>
      </div>
      <Pick
        label="Element"
        value={element}
        onChange={(value) => choose({ element: value as ElementKind })}
        options={elementKinds.map((kind) => [kind, kind])}
      />
      {element === 'lettering' && (
        <label className="text-sm font-semibold">
          Height of the capitals
          <span className="flex items-center gap-1 font-normal">
            <input
              className="input figures w-24 text-end"
              inputMode="decimal"
              value={letter}
              onChange={(change) => choose({ letter: change.target.value })}
            />{' '}
            mm
          </span>
        </label>
      )}
      {elementOf(element).crosses && (
        <label className="text-sm font-semibold">
          Narrowest column or stroke
          <span className="flex items-center gap-1 font-normal">
            <input
              className="input figures w-24 text-end"
              inputMode="decimal"
              placeholder="not known"
              value={stroke}
              onChange={(change) => choose({ stroke: change.target.value })}
            />{' '}
            mm
          </span>
        </label>
      )}
    </>
  );
}

function WithWhat({ paired, bobbins }: Omit<AskedProps, 'job'>) {
  const { data } = useFrame();
  const { choices, choose, top, below, advice, typed } = paired;
  const { threadId, bobbinId, label } = choices;
  return (
    <>
      <Pick
        label="Top thread"
        value={threadId}
        onChange={(threadId) => choose({ threadId, weight: null })}
        options={inUse(data.threads, threadId).map((thread) => [
          thread.id,
          `${thread.name} ${thread.weightNo} wt (${thread.code})`,
        ])}
      />
      <Slider
        label="its weight"
        value={top.weightNo}
        onChange={(weight) => choose({ weight })}
        from={12}
        to={100}
        text={threadWeightText(top.weightNo, top.tex)}
      />
      <Pick
        label="Bobbin"
        value={bobbinId}
        onChange={(bobbinId) => choose({ bobbinId, bobbinWeight: null })}
        options={bobbins.map((bobbin) => [bobbin.id, bobbin.name])}
      />
      <Slider
        label="its weight"
        value={below.weightNo}
        onChange={(bobbinWeight) => choose({ bobbinWeight })}
        from={30}
        to={120}
        text={threadWeightText(below.weightNo, below.tex)}
      />
      <label className="text-sm font-semibold">
        Needle: the advised one, or type another
        <input
          className="input w-full"
          value={label}
          placeholder={advice.needles[0]!.text}
          autoComplete="off"
          autoCapitalize="none"
          onChange={(change) => choose({ label: change.target.value })}
        />
        {typed.refusal && <span className="mt-1 block">× {typed.refusal}</span>}
      </label>
    </>
  );
}
