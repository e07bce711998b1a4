import type { ReactNode } from 'react';
import type { FrameData } from '../../schemas/frame-data.ts';
import { FrameProvider } from './context.tsx';
import { DayLine } from './top/DayLine.tsx';
import { TopLine } from './top/TopLine.tsx';

interface BareFrameProps {
  data: FrameData;
  /** The head below the top line. */
  rail?: ReactNode;
  children: ReactNode;
}

/**
 * Machine, quick line and day line: what stays the same on every screen, without the head's rail and the notices. Run draws those itself, grown tall, the notices
 * below it: its touch targets must not move, and what it does not show its page need not fetch.
 */
export function BareFrame({ data, rail, children }: BareFrameProps) {
  return (
    <FrameProvider data={data}>
      <div
        style={{ '--positions': data.machine.positions } as React.CSSProperties}
        className="flex min-h-dvh flex-col pb-16 [--rail-labels:0.75rem] [--weave-start:0.75rem] [--rail-seat:3.625rem] sm:[--rail-seat:2.75rem] lg:pb-0 lg:[--rail-labels:var(--left-column)] lg:[--weave-start:0px]"
      >
        <header className="no-print border-b-2 bg-base-100 [border-color:var(--color-base-content)]">
          <TopLine />
          {rail}
        </header>
        <div className="flex grow flex-col lg:flex-row">
          <DayLine />
          <main className="min-w-0 grow">{children}</main>
        </div>
      </div>
    </FrameProvider>
  );
}
