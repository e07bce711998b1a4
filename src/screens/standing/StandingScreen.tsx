import type { PlanSetup } from '../../core/plan/asked/setup.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { Frame } from '../../parts/frame/Frame.tsx';
import { OnlyFor } from '../../parts/people/OnlyFor.tsx';
import { HeadFaces } from '../../parts/head/HeadFaces.tsx';
import { useSideScroll } from '../../parts/rail/useSideScroll.ts';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { SavedScheme } from '../../schemas/plan/scheme.ts';
import type { Job } from '../../schemas/workshop.ts';
import { AgainstHead } from './AgainstHead.tsx';
import { BlockCards } from './BlockCards.tsx';
import { BlockRail } from './BlockRail.tsx';
import { FirstScheme } from './FirstScheme.tsx';
import { Proposal } from './Proposal.tsx';
import { SchemeBar } from './SchemeBar.tsx';
import { TradeEnds } from './TradeEnds.tsx';
import { useStandingHead, type StandingHead } from './useStandingHead.ts';
import { WallChart } from './WallChart.tsx';
import { Wear } from './Wear.tsx';

interface StandingScreenProps {
  data: FrameData;
  jobs: Job[];
  schemes: SavedScheme[];
  setup: PlanSetup | null;
}

/** Who lives where on the head, and why: blocks over the rail's positions, held against the head as it is. */
export default function StandingScreen({ data, ...rest }: StandingScreenProps) {
  return (
    <Frame data={data}>
      <OnlyFor right="plan">
        <Standing {...rest} />
      </OnlyFor>
    </Frame>
  );
}

function Standing(asked: Omit<StandingScreenProps, 'data'>) {
  const { data, threads } = useFrame();
  const { machine } = data;
  const head = useStandingHead(asked);
  const { scheme, proposal, blocks, order } = head;
  const { shown } = scheme;
  const side = useSideScroll<HTMLDivElement>();
  return (
    <>
      <div className="no-print">
        <HeadFaces slug={machine.slug} face="standing" />
        <SchemeBar head={head} ahead={asked.jobs.length} />
        {proposal.state.is === 'refused' && (
          <p
            role="alert"
            className="m-3 border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
          >
            × {proposal.state.why}
          </p>
        )}
        {proposal.state.is === 'done' && (
          <Proposal state={proposal.state} onKeep={() => void head.keep()} onDrop={proposal.forget} />
        )}
        {blocks.length > 0 && (
          <div ref={side} className="overflow-x-auto">
            <div className="w-min min-w-full">
              <BlockRail
                blocks={blocks}
                order={order}
                differs={head.differs}
                stitches={head.stitches}
                traded={head.trade?.after ?? null}
                threads={threads}
                onBlocks={head.onBlocks}
                classes={head.problem.classes}
              />
            </div>
          </div>
        )}
        {head.wantsFirst && (
          <FirstScheme isFirst={!shown} onAnswers={proposal.fromAnswers} positions={machine.positions} />
        )}
        {head.remarks.length > 0 && (
          <ul aria-label="What to know" className="grid gap-1 border-b px-3 py-2 rule">
            {head.remarks.map((remark) => (
              <li key={remark}>! {remark}</li>
            ))}
          </ul>
        )}
        {blocks.length > 0 ? (
          <Details head={head} />
        ) : (
          <Wear
            state={head.sewn}
            onAsk={head.askSewn}
            problem={head.problem}
            order={order}
            threads={threads}
            hrefOf={(position) => `/${machine.slug}/head?position=${position}`}
          />
        )}
      </div>
      {shown && (
        <WallChart
          machine={machine.name}
          scheme={shown}
          order={order}
          threads={threads}
          turns={data.schools.twins}
          day={head.today}
        />
      )}
    </>
  );
}

/** Block by block; beside them what differs on the head, and the trade of ends. */
function Details({ head }: { head: StandingHead }) {
  const { data } = useFrame();
  const { scheme, blocks, differs, order, isProposed, today } = head;
  const { shown } = scheme;
  return (
    <div className="grid items-start gap-4 p-3 xl:grid-cols-[3fr_2fr]">
      <BlockCards blocks={blocks} problem={head.problem} onBlocks={head.onBlocks} />
      <div className="grid gap-4">
        <AgainstHead differs={differs} heads={data.machine.heads} order={order} isProposed={isProposed} />
        {shown && !isProposed && (
          <TradeEnds
            trade={head.trade}
            shown={shown}
            today={today}
            onTrade={(next) => scheme.change({ blocks: next, since: shown.since === null ? null : today })}
            onWeeks={(tradeWeeks) => scheme.change({ tradeWeeks })}
          />
        )}
      </div>
    </div>
  );
}
