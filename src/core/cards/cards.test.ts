import { describe, expect, test } from 'vitest';
import { keysOf } from '../base/keys.ts';
import { stepKeys } from '../trouble/steps/index.ts';
import { cautions, drawings, type CardStep } from './card.ts';
import { cardKeys, cardOf, cardOfStep, type CardKey } from './index.ts';
import { unknownMechanics, type Mechanics } from './mechanics.ts';

// The procedures are common practice, no published source; a machine's manual goes before.
const machine = { positions: 15, numberingSide: 'right' as const };
const known: Mechanics = {
  ...{ clampScrew: 'hex', clampScrewMm: 1.5, hiddenEnd: 'left', bobbinWay: 'counter', pigtailTurns: 2 },
  ...{ depthSchool: 'peg', depthDegrees: 180, footDegrees: 0, hookDegrees: 201, guides: 3, checkMonths: 6 },
  oilPoints: [{ where: 'hook', everyHours: 4 }],
};
const stepsOf = (key: CardKey, mechanics: Mechanics, more: object = {}) =>
  cardOf(key).steps(mechanics, { ...machine, ...more });
const textOf = (steps: readonly CardStep[]) => steps.map(({ says }) => says).join('\n');

describe('cards for the hands', () => {
  test('each has its caution, steps of few words, and a drawing for each step', () => {
    for (const key of cardKeys)
      for (const mechanics of [known, unknownMechanics]) {
        const steps = stepsOf(key, mechanics);
        expect(Object.keys(cautions)).toContain(cardOf(key).caution);
        expect(steps.length).toBeGreaterThan(1);
        for (const { says, drawing } of steps) {
          expect(says.length, says).toBeLessThan(190);
          expect(keysOf(drawings)).toContain(drawing);
        }
      }
  });

  test('the eye is straight or a little right, never left; the screw is never taken out', () => {
    const text = textOf(stepsOf('fit_needle', known));
    expect(text).toContain('up to 10° to the right');
    expect(text).toContain('Never left');
    expect(text).toContain('a half to three quarters of a turn. Never out.');
    expect(text).toContain('scarf (the hollow above the eye) to the back');
  });

  test('the profile tells screw and hidden end: which position that is follows from the numbering', () => {
    expect(textOf(stepsOf('fit_needle', known))).toContain('(hex 1.5 mm)');
    expect(textOf(stepsOf('fit_needle', known))).toContain('Position 15, at the left end, hides its screw');
    expect(textOf(stepsOf('fit_needle', known, { numberingSide: 'left' }))).toContain(
      'Position 1, at the left end',
    );
    expect(textOf(stepsOf('fit_needle', unknownMechanics))).not.toContain('hides its screw');
  });

  test('depth by the machine’s own way and no other; where the profile is silent, both, and the manual first', () => {
    const peg = textOf(stepsOf('needle_depth', known));
    expect(peg).toContain('6 mm from the hook’s peg');
    expect(peg).not.toContain('plastic gauge');
    const gauge = textOf(stepsOf('needle_depth', { ...known, depthSchool: 'gauge', depthDegrees: 5 }));
    expect(gauge).toContain('plastic gauge');
    expect(gauge).not.toContain('peg');
    const silent = stepsOf('needle_depth', unknownMechanics);
    expect(silent[0]!.says).toContain('as your manual says');
    expect(silent[0]!.isOpen).toBe(true);
    expect(textOf(silent)).toContain('plastic gauge');
    expect(textOf(silent)).toContain('6 mm');
  });

  test('the bobbin turns this machine’s way; a case without a pigtail is shown none', () => {
    expect(textOf(stepsOf('load_case', known))).toContain('turns anticlockwise');
    expect(textOf(stepsOf('load_case', { ...known, pigtailTurns: 0 }))).not.toContain('pigtail');
    expect(textOf(stepsOf('load_case', unknownMechanics))).toContain('as your manual says');
  });

  test('the foot stands less than 1.3 mm over the plate; off the middle is a technician’s', () => {
    expect(textOf(stepsOf('foot_height', known))).toContain('about 1.3 mm');
    expect(textOf(stepsOf('centring', known))).toContain('a technician. Do not sew on.');
  });

  test('every mechanical look of a trace has its card', () => {
    for (const step of ['needle_depth', 'foot_height', 'centre_hole', 'hook_play'] as const)
      expect(cardOfStep(step)).not.toBeNull();
    for (const step of stepKeys) {
      const card = cardOfStep(step);
      if (card) expect(cardKeys).toContain(card);
    }
  });
});
