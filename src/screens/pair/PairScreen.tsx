import { Frame } from '../../parts/frame/Frame.tsx';
import type { Overruling } from '../../schemas/advice.ts';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { BobbinKind } from '../../schemas/stores.ts';
import { Asked } from './Asked.tsx';
import { Drawn } from './Drawn.tsx';
import { usePairing, type PairAsked } from './usePairing.ts';
import { WhyThis } from './WhyThis.tsx';

interface PairProps {
  data: FrameData;
  bobbins: BobbinKind[];
  overrulings: Overruling[];
  asked: PairAsked;
}

/** Which needle, which thread, which bobbin: the three together, drawn to scale, with the verdict in words. */
export default function PairScreen({ data, ...rest }: PairProps) {
  return (
    <Frame data={data}>
      <Pair {...rest} />
    </Frame>
  );
}

function Pair({ bobbins, overrulings, asked }: Omit<PairProps, 'data'>) {
  const paired = usePairing(bobbins, overrulings, asked);
  return (
    <div className="grid items-start gap-5 p-3 lg:p-5 xl:grid-cols-[19rem_minmax(0,1fr)_21rem]">
      <Asked paired={paired} bobbins={bobbins} job={asked.job} />
      <Drawn paired={paired} />
      <WhyThis paired={paired} />
    </div>
  );
}
