import { quickExamples } from '../../core/ledger/quick-line.ts';
import { useFrame } from './context.tsx';
import { keysOn } from './keys.ts';

/** What `?` shows: the keys of this screen and the words of the quick line. */
export default function HelpSheet() {
  const { data } = useFrame();
  return (
    <>
      <h2>Keys here</h2>
      <dl className="mt-1">
        {keysOn(data.screen).map(({ key, does }) => (
          <Line key={key} name={key} means={does} />
        ))}
      </dl>
      <h2 className="mt-3">Words of the quick line</h2>
      <dl className="mt-1">
        {quickExamples.map(({ example, means }) => (
          <Line key={example} name={example} means={means} />
        ))}
      </dl>
      <form method="dialog" className="mt-3 text-end">
        <button type="submit" className="btn btn-primary">
          Close
        </button>
      </form>
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
