import { useEffect, useMemo, useState } from 'react';
import { emptySetup, problemOf, type PlanSetup } from '../../core/plan/asked/setup.ts';
import { railOrder } from '../../core/head/rail-order.ts';
import { against } from '../../core/plan/scheme/against.ts';
import { remarksOn } from '../../core/plan/scheme/faults.ts';
import type { Block } from '../../core/plan/scheme/scheme.ts';
import { tradeEnds } from '../../core/plan/scheme/trade.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { Frame } from '../../parts/frame/Frame.tsx';
import { HeadFaces } from '../../parts/head/HeadFaces.tsx';
import { useSideScroll } from '../../parts/rail/useSideScroll.ts';
import { usePlanContext } from '../../parts/weave/usePlanContext.ts';
import { dayKey } from '../../parts/text.ts';
import type { FrameData } from '../../schemas/frame-data.ts';
import type { SavedScheme } from '../../schemas/scheme.ts';
import type { Job } from '../../schemas/workshop.ts';
import { AgainstHead } from './AgainstHead.tsx';
import { BlockCards } from './BlockCards.tsx';
import { BlockRail } from './BlockRail.tsx';
import { FirstScheme } from './FirstScheme.tsx';
import { Proposal } from './Proposal.tsx';
import { SchemeBar } from './SchemeBar.tsx';
import { TradeEnds } from './TradeEnds.tsx';
import { useProposal } from './useProposal.ts';
import { firstPrice, firstWeeks, useScheme } from './useScheme.ts';
import { useSewn } from './useSewn.ts';
import { WallChart } from './WallChart.tsx';
import { Wear } from './Wear.tsx';

interface StandingScreenProps {
  data: FrameData;
  jobs: Job[];
  schemes: SavedScheme[];
  /** The newest plan's: what its positions may be used for, and the workshop's minutes. */
  setup: PlanSetup | null;
}

/** Who lives where on the head, and why: blocks over the rail's positions, held against the head as it is. */
export default function StandingScreen({ data, ...rest }: StandingScreenProps) {
  return (
    <Frame data={data}>
      <Standing {...rest} />
    </Frame>
  );
}

function Standing({ jobs, schemes, setup: planned }: Omit<StandingScreenProps, 'data'>) {
  const { data, threads, threadName } = useFrame();
  const { machine } = data;
  const setup = planned ?? emptySetup;
  const scheme = useScheme(schemes);
  const { shown } = scheme;
  const context = usePlanContext(jobs, null);
  // What a running job sews with says nothing of what its threads could be sewn with.
  const problem = useMemo(
    () =>
      problemOf(
        { ...setup, order: context.jobs.map(({ id }) => id), wishes: {} },
        { ...context, running: null },
      ),
    [setup, context],
  );
  const sewn = useSewn(machine.id);
  const { ask: askSewn } = sewn;
  useEffect(() => {
    void askSewn();
  }, [askSewn]);
  const proposal = useProposal(setup, context, shown?.price ?? firstPrice);
  const [isAsking, setAsking] = useState(false);
  const side = useSideScroll<HTMLDivElement>();
  const order = railOrder(machine.positions, machine.numberingSide);
  const stitches = useMemo(
    () =>
      new Map(
        sewn.state.is === 'here'
          ? sewn.state.sewn.positions.map((place) => [place.position, place.stitches])
          : [],
      ),
    [sewn.state],
  );
  const proposed = proposal.state.is === 'done' ? proposal.state.proposed : null;
  const blocks: readonly Block[] = proposed?.scheme.blocks ?? shown?.blocks ?? [];
  const differs = against({ blocks }, problem);
  const today = dayKey(data.now, data.zone);
  const trade = useMemo(
    () => (shown && !proposed ? tradeEnds(shown, stitches, problem) : null),
    [shown, proposed, stitches, problem],
  );
  const remarks = remarksOn({ blocks }, problem.positions, problem, threadName);
  const wantsFirst = isAsking || (!shown && !proposed);
  return (
    <>
      <div className="no-print">
        <HeadFaces slug={machine.slug} face="standing" />
        <SchemeBar
          scheme={scheme}
          proposal={proposal}
          sewn={sewn.state.is === 'here' ? sewn.state.sewn : null}
          ahead={jobs.length}
          today={today}
          isAsking={isAsking}
          onAsk={setAsking}
        />
        {proposal.state.is === 'refused' && (
          <p
            role="alert"
            className="m-3 border-s-4 ps-3 font-semibold [border-color:var(--color-base-content)]"
          >
            × {proposal.state.why}
          </p>
        )}
        {proposal.state.is === 'done' && (
          <Proposal
            state={proposal.state}
            onKeep={() => {
              void scheme
                .add({
                  blocks,
                  price: shown?.price ?? firstPrice,
                  tradeWeeks: shown?.tradeWeeks ?? firstWeeks,
                  since: scheme.schemes.length === 0 ? today : null,
                })
                .then(proposal.forget);
              setAsking(false);
            }}
            onDrop={proposal.forget}
          />
        )}
        {blocks.length > 0 && (
          <div ref={side} className="overflow-x-auto">
            <div className="w-min min-w-full">
              <BlockRail
                blocks={blocks}
                order={order}
                differs={differs}
                stitches={stitches}
                threads={threads}
                onBlocks={proposed ? null : (next) => scheme.change({ blocks: next })}
                classes={problem.classes}
              />
            </div>
          </div>
        )}
        {wantsFirst && !proposed && (
          <FirstScheme isFirst={!shown} onAnswers={proposal.fromAnswers} positions={machine.positions} />
        )}
        {remarks.length > 0 && blocks.length > 0 && (
          <ul aria-label="What to know" className="grid gap-1 border-b px-3 py-2 rule">
            {remarks.map((remark) => (
              <li key={remark}>! {remark}</li>
            ))}
          </ul>
        )}
        {blocks.length > 0 && (
          <div className="grid items-start gap-4 p-3 xl:grid-cols-[3fr_2fr]">
            <BlockCards
              blocks={blocks}
              problem={problem}
              onBlocks={proposed ? null : (next) => scheme.change({ blocks: next })}
            />
            <div className="grid gap-4">
              <AgainstHead
                differs={differs}
                heads={machine.heads}
                order={order}
                isProposed={proposed !== null}
              />
              {shown && !proposed && (
                <TradeEnds
                  trade={trade}
                  shown={shown}
                  today={today}
                  isInForce={scheme.open?.since !== null}
                  onTrade={(next) =>
                    scheme.change({ blocks: next, since: shown.since === null ? null : today })
                  }
                  onWeeks={(tradeWeeks) => scheme.change({ tradeWeeks })}
                />
              )}
            </div>
          </div>
        )}
        {blocks.length === 0 && (
          <Wear
            state={sewn.state}
            onAsk={() => void sewn.ask()}
            problem={problem}
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
          day={today}
        />
      )}
    </>
  );
}
