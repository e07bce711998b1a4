import { describe, expect, test } from 'vitest';
import { minute, told as eventTold } from '../../../tests/support/trace-told.ts';
import type { RunEvent } from '../run/run-event.ts';
import { causeKeys, causeOf } from '../trouble/causes.ts';
import type { stepKeys } from '../trouble/steps/index.ts';
import { stepOf } from '../trouble/steps/index.ts';
import { checklist, checklistMinutes } from './checklist.ts';
import { minutesOfTrace, tracesIn } from './course/fold.ts';
import { learnt, learntText, noTraces, priorTimes } from './learning/learn.ts';
import { practicePoints } from './practice.ts';
import { replacedBy, shownBy } from './learning/repair-looks.ts';
import { courseOf, enoughStitches, holding, waitingTraces } from './course/stage.ts';

const told = (id: string, kind: string, minutes: number, data: object, more: object = {}): RunEvent =>
  eventTold(kind, minutes, data, 9, { id, operatorId: 'ines', ...more });
const opened = (id = 't', minutes = 0, more: object = {}) =>
  told(id, 'trace_opened', minutes, { seen: 'shred', scope: null, since: null, struck: [] }, more);
const step = (id: string, minutes: number, name: string, answer: string, more: object = {}) =>
  told(id, 'trace_step', minutes, { trace: 't', step: name, answer, ...more });
const piece = (id: string, minutes: number, stitches: number) =>
  told(id, 'piece_finished', minutes, {
    ...{ heads: [1], speed: 800 },
    stops: [{ stop: 1, position: 9, stitches }],
  });

describe('a trace from its entries', () => {
  test('its steps stand in the order of time, in whatever order they came', () => {
    const [trace] = tracesIn([
      step('b', 3, 'new_needle', 'same', { minutes: 2.5 }),
      step('a', 1, 'look_needle', 'right'),
      opened(),
    ]);
    expect(trace!.steps.map((each) => each.step)).toEqual(['look_needle', 'new_needle']);
    expect(trace!.said.seen).toBe('shred');
    // A step whose minutes were not told takes the usual ones.
    expect(minutesOfTrace(trace!, () => 0.5)).toBe(3);
  });

  test('two traces at once are kept apart, the newest first; a step taken back is gone, a trace taken back as well', () => {
    const traces = tracesIn([
      opened('t'),
      opened('u', 2, { position: 3 }),
      opened('v', 3, { void: true }),
      step('a', 4, 'look_needle', 'right'),
      { ...step('b', 5, 'look_cone', 'free'), void: true } as RunEvent,
    ]);
    expect(traces.map(({ id, position }) => [id, position])).toEqual([
      ['u', 3],
      ['t', 9],
    ]);
    expect(traces[1]!.steps).toHaveLength(1);
  });

  test('of two closings by two devices the first counts', () => {
    const close = (id: string, minutes: number, cause: string) =>
      told(id, 'trace_closed', minutes, {
        ...{ closes: 't', outcome: 'found', cause, replaced: null, piece: 'kept' },
        ...{ minutes: 3, checklistMinutes: null },
      });
    const [trace] = tracesIn([close('d', 9, 'knob_tight'), opened(), close('c', 8, 'needle_worn')]);
    expect(trace!.closed?.data.cause).toBe('needle_worn');
  });
});

describe('how far it has come', () => {
  const course = (...steps: RunEvent[]) => courseOf(tracesIn([opened(), ...steps])[0]!);

  test('the repair after which it sews ends it; what is seen of what came out belongs to it', () => {
    const { ending, answered, shown } = course(
      step('a', 1, 'look_cone', 'free'),
      step('b', 2, 'new_needle', 'sews', { waits: true }),
      step('c', 3, 'look_needle', 'bent', { shown: true }),
    );
    expect(ending?.step).toBe('new_needle');
    expect(answered.map((each) => each.step)).toEqual(['look_cone', 'new_needle']);
    expect(shown.map((each) => each.answer)).toEqual(['bent']);
    expect(replacedBy(ending!.step)).toBe('needle');
    expect(replacedBy('slower')).toBeNull();
    expect(shownBy(ending!.step)).toEqual(['look_needle', 'compare_needle']);
    expect(shownBy('slower')).toEqual([]);
  });

  test('anything else done after it says that the search goes on: the repair had changed nothing', () => {
    const { ending, answered } = course(
      step('b', 2, 'new_needle', 'sews'),
      step('c', 3, 'press_hoop', 'right'),
    );
    expect(ending).toBeNull();
    expect(answered[0]).toMatchObject({ step: 'new_needle', answer: 'same' });
  });

  test('it waits for 3,000 stitches at that position, and a break there ends the waiting', () => {
    const trace = tracesIn([opened(), step('b', 2, 'new_needle', 'sews')])[0]!;
    const { ending } = courseOf(trace);
    const held = (...events: RunEvent[]) => holding(trace, ending!, events);
    expect(held(piece('p', 1, 5000))).toEqual({ stitches: 0, brokeAt: null, isEnough: false });
    expect(held(piece('p', 5, enoughStitches - 1)).isEnough).toBe(false);
    expect(held(piece('p', 5, enoughStitches)).isEnough).toBe(true);
    const broke = told('x', 'break', 6, { fault: 'shred' });
    expect(held(piece('p', 5, 5000), broke)).toMatchObject({ brokeAt: minute(6), isEnough: false });
    expect(held(piece('p', 5, 5000), { ...broke, position: 3 } as RunEvent).isEnough).toBe(true);
    // Of the piece being sewn, by the feed.
    expect(holding(trace, ending!, [piece('p', 5, 2000)], 1000).isEnough).toBe(true);
  });

  test('Run asks for the closing by itself, and tells of a break since', () => {
    const events = [opened(), step('b', 2, 'new_needle', 'sews')];
    const says = (...more: RunEvent[]) =>
      waitingTraces(tracesIn([...events, ...more]), [...events, ...more]).map((each) => each.says);
    expect(says()).toEqual([]);
    expect(says(piece('p', 5, 3200))).toEqual([
      'Position 9: 3,200 stitches without a break: close its trace?',
    ]);
    expect(says(told('x', 'break', 6, { fault: 'shred' }))).toEqual([
      'Position 9 broke again after its trace.',
    ]);
  });
});

describe('what closed traces teach', () => {
  test('with none, the records stand; with some, odds and minutes move towards what was found', () => {
    const start_ = learnt(noTraces, noTraces);
    const sum = causeKeys.reduce((total, cause) => total + causeOf(cause).odds, 0);
    expect(start_.odds.needle_worn / start_.odds.foot_bent).toBeCloseTo(18 / 2, 9);
    expect(start_.minutes.new_needle).toBe(stepOf('new_needle').minutes);
    expect(learntText(start_)).toContain('nothing is learnt here yet');
    const after = learnt(
      { traces: 14, causes: { foot_bent: 14 }, steps: { new_needle: { count: 8, minutes: 32 } } },
      { traces: 3, causes: { knob_tight: 3 }, steps: {} },
    );
    // By hand: 25 traces' worth at the start, 14 found.
    expect(after.odds.foot_bent).toBeCloseTo((2 / sum) * 25 + 14, 9);
    // Others of the workshop count less than the machine's own.
    expect(after.odds.knob_tight).toBeCloseTo((6 / sum) * 25 + 1.2, 9);
    expect(after.minutes.new_needle).toBeCloseTo((priorTimes * 2.3 + 32) / (priorTimes + 8), 9);
    expect(learntText(after)).toBe(
      'Odds and minutes learnt from 14 traces here and 3 traces on the workshop’s other machines.',
    );
  });
});

describe('the fixed checklist', () => {
  test('goes basics first, then the swap, then the side that it tells', () => {
    const done: { step: (typeof stepKeys)[number]; answer: string }[] = [];
    const next = (answer: string) => {
      const step_ = checklist(done)!;
      done.push({ step: step_, answer });
      return step_;
    };
    expect([next('same'), next('steady'), next('right'), next('same'), next('same')]).toEqual([
      'rethread',
      'pull_at_eye',
      'look_needle',
      'new_needle',
      'other_cone',
    ]);
    expect(next('breaks')).toBe('neighbour');
    // It breaks there too: what is shared comes first.
    expect(next('in_band')).toBe('pull_case');
    // In its band: its screw is left alone.
    expect(next('same')).toBe('reload_bobbin');
  });

  test('its minutes to a cause are the sum of what it does before it', () => {
    expect(checklistMinutes('guide_missed')).toBe(2.5);
    expect(checklistMinutes('needle_worn')).toBeCloseTo(2.5 + 0.3 + 0.5 + 2.3, 9);
    expect(checklistMinutes('hook_dry')!).toBeGreaterThan(15);
    // A technician's: the list ends with him.
    expect(checklistMinutes('timing')).toBeNull();
  });
});

describe('practice', () => {
  test('ten points for the right cause in the finder’s minutes with nothing replaced in vain', () => {
    const run = { minutes: 8, finderMinutes: 8, inVain: 0, isRight: true };
    expect(practicePoints(run)).toBe(10);
    expect(practicePoints({ ...run, isRight: false })).toBe(6);
    expect(practicePoints({ ...run, minutes: 24 })).toBe(6);
    expect(practicePoints({ ...run, minutes: 16 })).toBe(8);
    expect(practicePoints({ ...run, inVain: 1 })).toBe(9);
    expect(practicePoints({ minutes: 90, finderMinutes: 5, inVain: 5, isRight: false })).toBe(0);
  });
});
