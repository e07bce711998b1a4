import type { Chart } from '../../../core/findings/answers/words/answer.ts';
import Bars from './Bars.tsx';
import Costs from './Costs.tsx';
import Sum from './Sum.tsx';
import Survival from './Survival.tsx';

/** An answer's chart. Loaded when there is one: the library that draws is large. */
export default function Drawn({ chart }: { chart: Chart }) {
  if (chart.is === 'survival') return <Survival chart={chart} />;
  if (chart.is === 'bars') return <Bars chart={chart} />;
  if (chart.is === 'rail') return null;
  return chart.is === 'sum' ? <Sum chart={chart} /> : <Costs chart={chart} />;
}
