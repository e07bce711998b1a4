import type { ReactNode } from 'react';
import type { Drawing } from '../../core/cards/card.ts';
import type { Mechanics } from '../../core/cards/mechanics.ts';
import { Layers, Power, Ring, Sharps } from './drawn/around.tsx';
import { Case, CaseIn, DepthGauge, DepthPeg, Foot, FootSlot, Hole, HookPoint } from './drawn/below.tsx';
import { Clamp, NeedleAbove, NeedleFront, OldPoint } from './drawn/needle.tsx';
import { ConeNet, Discs, Path, Tails } from './drawn/thread.tsx';

/** Each drawing of the cards, for this machine. */
const drawn: Readonly<Record<Drawing, (mechanics: Mechanics) => ReactNode>> = {
  needle_front: () => <NeedleFront />,
  needle_above: () => <NeedleAbove />,
  clamp: () => <Clamp />,
  old_point: () => <OldPoint />,
  path: () => <Path />,
  discs: () => <Discs />,
  depth_gauge: () => <DepthGauge />,
  depth_peg: () => <DepthPeg />,
  hook_point: () => <HookPoint />,
  foot: () => <Foot />,
  foot_slot: () => <FootSlot />,
  hole: () => <Hole />,
  case: ({ bobbinWay }) => <Case way={bobbinWay} />,
  case_in: () => <CaseIn />,
  cone_net: () => <ConeNet />,
  layers: () => <Layers />,
  ring: () => <Ring />,
  sharps: () => <Sharps />,
  tails: () => <Tails />,
  power: () => <Power />,
};

/** A step's drawing, in both themes and on paper. */
export function Drawn({
  drawing,
  mechanics,
  className,
}: {
  drawing: Drawing;
  mechanics: Mechanics;
  className?: string;
}) {
  return <div className={`card-drawing ${className ?? ''}`}>{drawn[drawing](mechanics)}</div>;
}
