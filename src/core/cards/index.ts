import { keysOf } from '../base/keys.ts';
import type { Step } from '../trouble/steps/index.ts';
import type { Card } from './card.ts';
import { fittingCards } from './fitting.ts';
import { mechanicalCards } from './mechanical.ts';

/** Every card. A new one is a record in one of the two files. */
export const cards = { ...fittingCards, ...mechanicalCards } as const;
export type CardKey = keyof typeof cards;
export const cardKeys = keysOf(cards);
/** What is known of a card. */
export const cardOf = (key: CardKey): Card => cards[key];

/** The card that shows the hands how to do a step of a trace. */
const ofSteps: Readonly<Partial<Record<Step, CardKey>>> = {
  look_needle: 'fit_needle',
  new_needle: 'fit_needle',
  seat_needle: 'fit_needle',
  past_the_seam: 'fit_needle',
  look_path: 'thread_position',
  look_lever: 'thread_position',
  rethread: 'thread_position',
  pull_at_eye: 'thread_position',
  lift_discs: 'thread_position',
  needle_depth: 'needle_depth',
  set_bar: 'needle_depth',
  foot_height: 'foot_height',
  set_foot: 'foot_height',
  new_foot: 'change_foot',
  centre_hole: 'centring',
  hook_play: 'hook_play',
  look_bobbin: 'load_case',
  reload_bobbin: 'load_case',
  spare_case: 'load_case',
};

/** The card of a step; null: it needs none. */
export const cardOfStep = (step: Step): CardKey | null => ofSteps[step] ?? null;
