import { quickExamples } from '../../../core/ledger/quick/quick-line.ts';
import type { FrameData } from '../../../schemas/frame-data.ts';
import { keysOn } from '../keys.ts';

/** The keys that a screen hears, and the words of the quick line. */
export default function HelpText({ screen }: Pick<FrameData, 'screen'>) {
  return (
    <>
      <h2>Keys here</h2>
      <dl className="mt-1">
        {keysOn(screen).map(({ key, does }) => (
          <Line key={key} name={key} means={does} />
        ))}
      </dl>
      <h2 className="mt-3">Words of the quick line</h2>
      <dl className="mt-1">
        {quickExamples.map(({ example, means }) => (
          <Line key={example} name={example} means={means} />
        ))}
      </dl>
    </>
  );
}

function Line({ name, means }: { name: string; means: string }) {
  return (
    <div className="flex justify-between gap-4 border-t py-1 rule first:border-t-0">
      <dt className="figures font-bold whitespace-nowrap">{name}</dt>
      <dd className="quiet text-end">{means}</dd>
    </div>
  );
}
