import type { ReactNode } from 'react';
import { HeadRail } from '../rail/HeadRail.tsx';
import { DayLine } from './DayLine.tsx';
import { FrameProvider, useFrame } from './context.tsx';
import type { FrameData } from '../../schemas/frame-data.ts';
import { Notices } from './Notices.tsx';
import { TopLine } from './TopLine.tsx';

interface FrameProps {
  data: FrameData;
  /** The position whose story is open. */
  selected?: number;
  /** Run draws the rail itself, grown tall, and its notices below it: the touch targets must not move. */
  tallRail?: boolean;
  children: ReactNode;
}

/** What stays the same on every screen: machine, quick line, head rail, day line. */
export function Frame({ data, ...rest }: FrameProps) {
  return (
    <FrameProvider data={data}>
      <Layout {...rest} />
    </FrameProvider>
  );
}

function Layout({ selected, tallRail = false, children }: Omit<FrameProps, 'data'>) {
  const { data, view, threads, headNo } = useFrame();
  const headQuery = data.machine.heads > 1 ? `&head=${headNo}` : '';
  return (
    <div
      style={{ '--positions': data.machine.positions } as React.CSSProperties}
      className="flex min-h-dvh flex-col pb-16 [--rail-labels:0.75rem] [--weave-start:0.75rem] [--rail-seat:3.625rem] sm:[--rail-seat:2.75rem] lg:pb-0 lg:[--rail-labels:var(--left-column)] lg:[--weave-start:0px]"
    >
      <header className="no-print border-b-2 bg-base-100 [border-color:var(--color-base-content)]">
        <TopLine />
        {!tallRail && (
          <HeadRail
            machine={data.machine}
            seats={view.seats.filter((seat) => seat.head === headNo)}
            threads={threads}
            selected={selected}
            hrefOf={(position) => `/${data.machine.slug}/head?position=${position}${headQuery}`}
          />
        )}
      </header>
      <div className="flex grow flex-col lg:flex-row">
        <DayLine />
        <main className="min-w-0 grow">
          {!tallRail && <Notices />}
          {children}
        </main>
      </div>
    </div>
  );
}
