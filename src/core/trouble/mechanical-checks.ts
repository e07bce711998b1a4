/** The checks with the power off: what each is called, and what it can show. Their looks say how they are made (`steps/gauged.ts`). */
export const mechanicalChecks = {
  needle_depth: {
    name: 'Needle depth',
    answers: { right: { name: 'Right' }, high: { name: 'Too high' }, low: { name: 'Too low' } },
  },
  foot_height: {
    name: 'Foot height',
    answers: {
      right: { name: 'Right' },
      high: { name: 'Too high' },
      bent: { name: 'Bent, or touches the needle', noSewing: 'The needle touches the foot: do not sew on.' },
    },
  },
  centre_hole: {
    name: 'Centre of the plate’s hole',
    answers: {
      centred: { name: 'Centred, free' },
      off: { name: 'Off, or touches', noSewing: 'The needle touches the plate: do not sew on.' },
    },
  },
  hook_play: {
    name: 'Hook against needle',
    answers: {
      play: { name: 'A little play' },
      touches: { name: 'Touches', noSewing: 'The hook touches the needle: a technician.' },
    },
  },
} as const;
export type MechanicalCheck = keyof typeof mechanicalChecks;

/** What a check showed, in words; the key itself where it is none of its own. */
export function findingText(check: MechanicalCheck, finding: string): string {
  const answers: Readonly<Record<string, { name: string }>> = mechanicalChecks[check].answers;
  return (answers[finding]?.name ?? finding).toLowerCase();
}
