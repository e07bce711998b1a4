import type { Card, CardStep } from './card.ts';
import { clampScrews, headEnds, type Mechanics } from './mechanics.ts';

/** Cards of needle and thread. Common practice, no published source. */
export const fittingCards = {
  fit_needle: {
    name: 'Fit a needle',
    caution: 'needle',
    about: 'New needle in: up, the right way round, a little to the right, firm.',
    steps: (mechanics, { positions, numberingSide }) => [
      { says: 'Take the thread out of the eye and out of the lower guide.', drawing: 'needle_front' },
      ...hiddenEndStep(mechanics, positions, numberingSide),
      {
        says: `Loosen the clamp screw${screwText(mechanics)} a half to three quarters of a turn. Never out.`,
        drawing: 'clamp',
        isOpen: mechanics.clampScrew === null,
      },
      {
        says: 'The old needle drops out through the foot: into the closed sharps container at once.',
        drawing: 'sharps',
      },
      {
        says: 'The new one: long groove to the front, scarf (the hollow above the eye) to the back. Up through the foot’s hole, up until it stops.',
        drawing: 'needle_front',
      },
      {
        says: 'Eye straight to the front, or up to 10° to the right. Some shops turn it further: 30°, the scarf at 11 o’clock seen from above. Never left: left shreds the thread.',
        drawing: 'needle_above',
      },
      { says: 'An old needle’s point through the new eye is a handle to turn it by.', drawing: 'old_point' },
      {
        says: 'Screw firm, not forced. Look at the eye again: it turns while the screw is tightened.',
        drawing: 'clamp',
      },
    ],
  },
  thread_position: {
    name: 'Thread a position',
    caution: 'careful',
    about: 'From the cone to the tail, station by station; then the two tests.',
    steps: ({ guides }) => [
      {
        says: 'Cone: the thread leaves it from the top. A net or guard where it pools, a tall stand for stiff thread.',
        drawing: 'cone_net',
      },
      {
        says:
          guides === null
            ? 'Through the guides, as your manual shows them.'
            : `Through ${guides === 1 ? 'the guide' : `all ${guides} guides`}.`,
        drawing: 'path',
        isOpen: guides === null,
      },
      { says: 'Once round the sensor wheel: it must turn for every bit of thread.', drawing: 'path' },
      {
        says: 'Between the upper discs, then the lower discs: down into them, not on their rim.',
        drawing: 'discs',
      },
      { says: 'Under the check spring.', drawing: 'path' },
      {
        says: 'Through the take-up lever. Bring it to the top of its stroke: the thread must be seen in it.',
        drawing: 'path',
      },
      { says: 'Through the lower guides to the needle.', drawing: 'path' },
      { says: 'Through the eye from front to back.', drawing: 'needle_front' },
      { says: 'The tail into the holding spring, and clipped.', drawing: 'tails' },
      {
        says: 'Pull at the eye: steady, and the wheel turns. Lift each disc: looser; let it drop: tighter.',
        drawing: 'discs',
      },
    ],
  },
  metallic: {
    name: 'Metallic thread',
    caution: 'spray',
    about: 'Stiff and delicate: every friction less.',
    steps: () => [
      {
        says: 'Net over the cone, thread from the top, a tall stand: its curl goes out on the way.',
        drawing: 'cone_net',
      },
      { says: 'Leave out a guide or two.', drawing: 'path' },
      { says: 'Open the upper tension fully, then close it about two turns.', drawing: 'discs' },
      { says: 'Needle 90/14 with the large long eye; some begin at 80/12.', drawing: 'needle_front' },
      {
        says: '700 stitches/min at best; 400 to 500 if it breaks. A drop of oil on the hook. A new needle every four hours.',
        drawing: 'power',
      },
      { says: 'Sew a scrap before the piece.', drawing: 'layers' },
    ],
  },
  foam: {
    name: 'Raised foam',
    caution: 'needle',
    about: 'Thick and tough under the needle: the foot may be caught in it.',
    steps: () => [
      { says: 'Needle 80/12 sharp, titanium.', drawing: 'needle_front' },
      {
        says: 'Lay the foam on the cloth where the design asks for it, held flat; the foot must clear it.',
        drawing: 'layers',
      },
      {
        says: 'Sew slower than usual, and stay beside it: a foot that is caught knocks bar and foot out of place.',
        drawing: 'foot',
      },
      {
        says: 'Pull the foam off along the stitches. After a catch look at needle, bar height and foot, in this order.',
        drawing: 'layers',
      },
    ],
  },
  sticky_backing: {
    name: 'Sticky backing',
    caution: 'spray',
    about: 'For what cannot be hooped.',
    steps: () => [
      { says: 'Hoop the backing with its paper up, drum tight.', drawing: 'layers' },
      { says: 'Score the paper only, and peel out a window.', drawing: 'ring' },
      { says: 'Press the piece on, flat and straight.', drawing: 'layers' },
      {
        says: 'A needle with a low-friction coating; wipe it when glue gathers on it. A light silicone on the thread helps.',
        drawing: 'needle_front',
      },
    ],
  },
  basting_ring: {
    name: 'Basting ring',
    caution: 'careful',
    about: 'Holds layers flat round a dense design.',
    steps: () => [
      {
        says: 'Water-soluble thread on a position of its own, or the machine’s own basting trace.',
        drawing: 'ring',
      },
      { says: 'One ring of long stitches round the design, before all else.', drawing: 'ring' },
      { says: 'Afterwards washed or brushed out.', drawing: 'ring' },
    ],
  },
  end_of_day: {
    name: 'End of the day',
    caution: 'power',
    about: 'What the next shift finds.',
    steps: ({ oilPoints }) => [
      { says: 'Every tail into its holding spring.', drawing: 'tails' },
      { says: 'Lint out, under the plate and round the hook.', drawing: 'hole' },
      {
        says:
          oilPoints.length === 0
            ? 'Oil as your manual says.'
            : `Oil: ${oilPoints.map(({ where, everyHours }) => `${where} every ${everyHours} h`).join(', ')}.`,
        drawing: 'power',
        isOpen: oilPoints.length === 0,
      },
      { says: 'Count the sharps container; note what is left to say.', drawing: 'sharps' },
      { says: 'Cover on.', drawing: 'power' },
    ],
  },
} as const satisfies Record<string, Card>;

function screwText({ clampScrew, clampScrewMm }: Mechanics): string {
  if (clampScrew === null) return '';
  return ` (${clampScrews[clampScrew].name}${clampScrewMm === null ? '' : ` ${clampScrewMm} mm`})`;
}

/** The end position's screw may be hidden: which end is the machine's own. */
function hiddenEndStep(
  { hiddenEnd }: Mechanics,
  positions: number,
  numberingSide: 'left' | 'right',
): CardStep[] {
  if (hiddenEnd === null) return [];
  const position = hiddenEnd === numberingSide ? 1 : positions;
  return [
    {
      says: `Position ${position}, at the ${headEnds[hiddenEnd].name}, hides its screw: select another position and pull that bar down by its foot.`,
      drawing: 'clamp',
    },
  ];
}
