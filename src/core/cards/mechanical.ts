import type { Card } from './card.ts';
import { bobbinWays, type Mechanics } from './mechanics.ts';

const degreesText = (degrees: number | null, usual: string) =>
  degrees === null ? `${usual}, or as your manual says` : `${degrees}°`;

/** Foot height over the plate, mm: less than a thin coin. Common practice, no published source. */
export const footHeightMm = 1.3;
/** From the hook's peg to the needle's tip, mm, by the way with the shaft at 180°. Common practice, no published source. */
export const pegToTipMm = 6;

/** Cards of bar, foot, plate and case. Common practice, no published source; timing and alignment belong to a technician. */
export const mechanicalCards = {
  needle_depth: {
    name: 'Needle depth',
    caution: 'power',
    about: 'How deep the needle goes, by this machine’s own way.',
    steps: (mechanics) => [
      ...depthSteps(mechanics),
      {
        says: 'One or two millimetres low is tolerated. Much more: set it as the manual shows, or a technician does.',
        drawing: 'needle_front',
      },
    ],
  },
  foot_height: {
    name: 'Foot height',
    caution: 'power',
    about: 'Too high makes loops; bent it shreds.',
    steps: ({ footDegrees }) => [
      {
        says: `Turn the main shaft by hand to ${degreesText(footDegrees, '0°')}.`,
        drawing: 'foot',
        isOpen: footDegrees === null,
      },
      { says: `Less than a thin coin, about ${footHeightMm} mm, between foot and plate.`, drawing: 'foot' },
      { says: 'It must stand parallel to the plate.', drawing: 'foot' },
      { says: 'Turn on by hand: on the way down the needle must not touch it.', drawing: 'hole' },
    ],
  },
  change_foot: {
    name: 'Change a presser foot',
    caution: 'power',
    about: 'Nothing need be threaded again.',
    steps: () => [
      { says: 'Pull slack through each thread first.', drawing: 'path' },
      {
        says: 'Loosen, do not remove, the lower cover’s screws; swing it out. It may hang on its lamp cable, without strain.',
        drawing: 'power',
      },
      {
        says: 'Loosen the retaining bars. Note where in its slot the neighbours’ feet sit.',
        drawing: 'foot_slot',
      },
      {
        says: 'Set the new foot in alike. Tighten well: it takes every stitch’s shock.',
        drawing: 'foot_slot',
      },
      { says: 'Threads clear of the cover, its upper lip hooked in first.', drawing: 'power' },
      { says: 'Look at its height, and that the needle clears it.', drawing: 'foot' },
    ],
  },
  centring: {
    name: 'Centre of the hole',
    caution: 'power',
    about: 'The needle must go into the middle of the plate’s hole.',
    steps: () => [
      { says: 'Select the middle position.', drawing: 'hole' },
      {
        says: 'Turn the shaft by hand: into the middle of the hole, no touch on the way down or up.',
        drawing: 'hole',
      },
      { says: 'Off the middle, or a touch: a technician. Do not sew on.', drawing: 'hole' },
    ],
  },
  hook_play: {
    name: 'Hook and needle',
    caution: 'power',
    about: 'A little play, never a touch.',
    steps: ({ hookDegrees }) => [
      {
        says: `Turn the shaft by hand to ${degreesText(hookDegrees, 'near 200°')}.`,
        drawing: 'hook_point',
        isOpen: hookDegrees === null,
      },
      { says: 'Between the hook’s point and the needle there must be a little play.', drawing: 'hook_point' },
      { says: 'A touch, or a wide gap: timing. That is a technician’s.', drawing: 'power' },
    ],
  },
  load_case: {
    name: 'Load the bobbin case',
    caution: 'careful',
    about: 'The bobbin the machine’s way round, under the spring, clicked in.',
    steps: ({ bobbinWay, pigtailTurns }) => [
      {
        says:
          bobbinWay === null
            ? 'The bobbin in, so that it turns as your manual says when the thread is pulled.'
            : `The bobbin in, so that it turns ${bobbinWays[bobbinWay].name}, seen from its open side, when the thread is pulled.`,
        drawing: 'case',
        isOpen: bobbinWay === null,
      },
      { says: 'The thread through the slit and under the spring, till it clicks.', drawing: 'case' },
      ...(pigtailTurns === 0
        ? []
        : [
            {
              says:
                pigtailTurns === null
                  ? 'Through the pigtail, where the case has one.'
                  : `Through the pigtail, ${pigtailTurns === 1 ? 'one turn' : `${pigtailTurns} turns`}.`,
              drawing: 'case' as const,
              isOpen: pigtailTurns === null,
            },
          ]),
      {
        says: 'Held by its thread, the case holds its own weight. Leave a tail of about 100 mm.',
        drawing: 'case',
      },
      { says: 'Half in, then push until it clicks.', drawing: 'case_in' },
    ],
  },
} as const satisfies Record<string, Card>;

function depthSteps({ depthSchool, depthDegrees }: Mechanics) {
  const gauge = [
    {
      says: `Main shaft to ${degreesText(depthDegrees, 'about 5°')}, by hand.`,
      drawing: 'depth_gauge' as const,
      isOpen: depthDegrees === null,
    },
    {
      says: 'The plastic gauge into the hook’s seat: the needle must just scrape its top. It cannot be pushed on: the bar is too low. No touch at all: too high.',
      drawing: 'depth_gauge' as const,
    },
  ];
  const peg = [
    {
      says: `Main shaft to ${degreesText(depthDegrees, '180°')}, by hand.`,
      drawing: 'depth_peg' as const,
      isOpen: depthDegrees === null,
    },
    {
      says: `${pegToTipMm} mm from the hook’s peg to the needle’s tip: a round gauge of ${pegToTipMm} mm just touches both.`,
      drawing: 'depth_peg' as const,
    },
  ];
  if (depthSchool === 'gauge') return gauge;
  if (depthSchool === 'peg') return peg;
  return [
    {
      says: 'Which way this machine is measured is not on its profile: as your manual says. Two ways are usual, and follow.',
      drawing: 'power' as const,
      isOpen: true,
    },
    ...gauge,
    ...peg,
  ];
}
