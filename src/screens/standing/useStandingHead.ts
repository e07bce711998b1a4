import { useMemo, useState } from 'react';
import { railOrder } from '../../core/head/rail-order.ts';
import { emptySetup, problemOf, type PlanSetup } from '../../core/plan/asked/setup.ts';
import { against } from '../../core/plan/scheme/against.ts';
import { remarksOn } from '../../core/plan/scheme/faults.ts';
import type { Block } from '../../core/plan/blocks/scheme.ts';
import { tradeEnds } from '../../core/plan/scheme/trade.ts';
import { useFrame } from '../../parts/frame/context.tsx';
import { dayKey } from '../../parts/text.ts';
import { usePlanContext } from '../../parts/weave/usePlanContext.ts';
import type { SavedScheme } from '../../schemas/plan/scheme.ts';
import type { Job } from '../../schemas/workshop.ts';
import { useProposal } from './useProposal.ts';
import { firstPrice, firstWeeks, useScheme } from './useScheme.ts';
import { useSewn } from './useSewn.ts';

interface StandingHeadAsked {
  jobs: Job[];
  schemes: SavedScheme[];
  /** The newest plan's: what its positions may be used for, and the workshop's minutes. */
  setup: PlanSetup | null;
}

/** The scheme that is open or proposed, held against the head as it is, the jobs ahead and what was sewn. */
export function useStandingHead({ jobs, schemes, setup: planned }: StandingHeadAsked) {
  const { data, threadName } = useFrame();
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
  const { state: sewn, ask: askSewn } = useSewn(machine.id);
  const proposal = useProposal(setup, context, shown?.price ?? firstPrice);
  const [isAsking, setAsking] = useState(false);
  const stitches = useMemo(
    () =>
      new Map(sewn.is === 'here' ? sewn.sewn.positions.map((place) => [place.position, place.stitches]) : []),
    [sewn],
  );
  const proposed = proposal.state.is === 'done' ? proposal.state.proposed : null;
  const blocks: readonly Block[] = proposed?.scheme.blocks ?? shown?.blocks ?? [];
  const today = dayKey(data.now, data.zone);
  const trade = useMemo(
    () => (shown && !proposed ? tradeEnds(shown, stitches, problem) : null),
    [shown, proposed, stitches, problem],
  );
  const keep = async () => {
    setAsking(false);
    await scheme.add({
      blocks,
      price: shown?.price ?? firstPrice,
      tradeWeeks: shown?.tradeWeeks ?? firstWeeks,
      since: scheme.schemes.length === 0 ? today : null,
    });
    proposal.forget();
  };
  return {
    scheme,
    proposal,
    problem,
    sewn,
    askSewn,
    stitches,
    blocks,
    isProposed: proposed !== null,
    today,
    trade,
    keep,
    isAsking,
    setAsking,
    wantsFirst: proposed === null && (isAsking || !shown),
    order: railOrder(machine.positions, machine.numberingSide),
    differs: against({ blocks }, problem),
    remarks: blocks.length > 0 ? remarksOn({ blocks }, problem.positions, problem, threadName) : [],
    /** Null: only to look at. */
    onBlocks: proposed ? null : (next: readonly Block[]) => scheme.change({ blocks: next }),
  };
}
export type StandingHead = ReturnType<typeof useStandingHead>;
