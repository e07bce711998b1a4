import { Frame } from '../../parts/frame/Frame.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { BobbinCase, BobbinKind } from '../../schemas/stores.ts';
import type { Cone } from '../../schemas/workshop.ts';
import { Bobbins } from './Bobbins.tsx';
import { Cases } from './Cases.tsx';
import { Labels } from './Labels.tsx';
import { Letters } from './Letters.tsx';
import { Needles, type Sharps } from './Needles.tsx';
import { Schools } from './Schools.tsx';
import { ThreadStore } from './ThreadStore.tsx';

interface StoresProps {
  data: FrameData;
  cones: Cone[];
  bobbins: BobbinKind[];
  cases: BobbinCase[];
  sharps: Sharps;
}

/** What lies on the shelf, how much of it, and what must be bought. */
export default function StoresScreen({ data, cones, bobbins, cases, sharps }: StoresProps) {
  const low = data.needleKinds.filter((kind) => kind.onHand !== null && kind.onHand <= kind.reorderAt);
  return (
    <Frame data={data}>
      <div className="p-3 lg:p-5 print:p-0">
        <div className="no-print">
          <h1>Stores</h1>
          <p>
            {low.length > 0 ? (
              <>
                <b>To buy: </b>
                {low.map((kind) => `${kind.text} (${kind.onHand} left)`).join(', ')}.
              </>
            ) : (
              'Nothing to buy just now.'
            )}
          </p>
          <nav aria-label="Parts of the stores" className="mt-2 flex flex-wrap gap-2">
            {['Needles', 'Threads', 'Bobbins', 'Cases', 'Labels', 'Ways'].map((part) => (
              <a key={part} className="btn" href={`#${part.toLowerCase()}`}>
                {part}
              </a>
            ))}
          </nav>
          <Needles kinds={data.needleKinds} sharps={sharps} />
          <ThreadStore threads={data.threads} cones={cones} />
          <div className="grid items-start gap-x-5 xl:grid-cols-2">
            <Bobbins bobbins={bobbins} />
            <Cases cases={cases} />
          </div>
        </div>
        <Labels threads={data.threads} cones={cones} kinds={data.needleKinds} cases={cases} />
        <div className="no-print grid items-start gap-x-5 xl:grid-cols-2" id="ways">
          <Schools schools={data.schools} />
          <Letters letters={data.letters} />
        </div>
      </div>
    </Frame>
  );
}
