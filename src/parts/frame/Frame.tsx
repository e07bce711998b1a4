import type { ReactNode } from 'react';
import type { FrameData } from '../../schemas/frame-data.ts';
import { HeadRail } from '../rail/HeadRail.tsx';
import { BareFrame } from './BareFrame.tsx';
import { useFrame } from './context.tsx';
import { Notices } from './Notices.tsx';

interface FrameProps {
  data: FrameData;
  /** The position whose story is open. */
  selected?: number;
  children: ReactNode;
}

/** What stays the same on every screen but Run: machine, quick line, head rail, day line, notices. */
export function Frame({ data, selected, children }: FrameProps) {
  return (
    <BareFrame data={data} rail={<Rail selected={selected} />}>
      <Notices />
      {children}
    </BareFrame>
  );
}

function Rail({ selected }: Pick<FrameProps, 'selected'>) {
  const { data, view, threads, headNo } = useFrame();
  const headQuery = data.machine.heads > 1 ? `&head=${headNo}` : '';
  return (
    <HeadRail
      machine={data.machine}
      seats={view.seats.filter((seat) => seat.head === headNo)}
      threads={threads}
      selected={selected}
      hrefOf={(position) => `/${data.machine.slug}/head?position=${position}${headQuery}`}
    />
  );
}
