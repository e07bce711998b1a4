import { describe, expect, test } from 'vitest';
import { entryKindKeys } from '../ledger/about-kinds.ts';
import { entryRight, mayCorrect, ownCorrectionMs } from './entry-rights.ts';
import { may, personRoles, roleKeys, roles } from './roles.ts';

const now = '2026-11-27T12:00:00.000Z';
const before = (ms: number) => new Date(Date.parse(now) - ms).toISOString();

describe('what writing an entry takes', () => {
  test('what happens at a machine waits for nobody’s name; what is vouched for does, and what holds a piece takes a technician', () => {
    const of = (right: string) => entryKindKeys.filter((kind) => entryRight(kind) === right).sort();
    expect(of('logUnnamed')).toEqual(
      [
        'break',
        'case_fitted',
        'cone_mounted',
        'job_started',
        'needle_fitted',
        'note',
        'on_it',
        'part_sewn',
        'piece_finished',
      ]
        .concat(
          'piece_held',
          'sewing_again',
          'stop',
          'stop_moved',
          'trace_closed',
          'trace_opened',
          'trace_step',
        )
        .sort(),
    );
    expect(of('log')).toEqual(
      ['block_read', 'case_dropped', 'case_measured', 'check_asked', 'check_done', 'screw_turned', 'shift']
        .concat('upper_gauged')
        .sort(),
    );
    expect([of('mechanical'), of('release'), of('correctOwn')]).toEqual([
      ['mechanical_found'],
      ['piece_released'],
      ['correction'],
    ]);
  });

  test('each role may what the one before it may, and more; a display writes nothing', () => {
    const order = ['nobody', 'display', 'tablet', 'operator', 'technician', 'owner'] as const;
    order.slice(1).forEach((role, index) => {
      for (const right of roles[order[index]!].rights)
        expect(may(role, right), `${role} ${right}`).toBe(true);
      expect(roles[role].rights.length).toBeGreaterThan(roles[order[index]!].rights.length);
    });
    expect(roles.display.rights).toEqual(['anyone', 'board']);
    expect(roleKeys).toEqual(expect.arrayContaining([...personRoles]));
  });
});

describe('whose entry may be corrected', () => {
  const mine = { kind: 'break', operatorId: 'wen', deviceId: 'd1', at: before(1000) } as const;
  const wen = { personId: 'wen', deviceId: 'd2', mayOthers: false };
  const tom = { personId: 'tom', deviceId: 'd1', mayOthers: false };
  const nobodyAt = (deviceId: string) => ({ personId: null, deviceId, mayOthers: false });

  test('one’s own, from any device, for twelve hours to the millisecond', () => {
    expect(mayCorrect(mine, wen, now)).toBe(true);
    expect(mayCorrect(mine, tom, now)).toBe(false);
    expect(mayCorrect({ ...mine, at: before(ownCorrectionMs) }, wen, now)).toBe(true);
    expect(mayCorrect({ ...mine, at: before(ownCorrectionMs + 1) }, wen, now)).toBe(false);
    expect(mayCorrect({ ...mine, at: before(ownCorrectionMs + 1) }, { ...tom, mayOthers: true }, now)).toBe(
      true,
    );
  });

  test('what nobody signed: on its device by whoever is there; what a machine told, by whoever is signed in', () => {
    const unsigned = { ...mine, operatorId: null };
    expect(mayCorrect(unsigned, nobodyAt('d1'), now)).toBe(true);
    expect(mayCorrect(unsigned, tom, now)).toBe(true);
    expect(mayCorrect(unsigned, nobodyAt('d2'), now)).toBe(false);
    expect(mayCorrect({ ...unsigned, deviceId: null }, nobodyAt('d2'), now)).toBe(false);
    expect(mayCorrect({ ...unsigned, deviceId: null }, tom, now)).toBe(true);
    // Signed by somebody, it is not the next one's at the same device.
    expect(mayCorrect(mine, nobodyAt('d1'), now)).toBe(false);
  });

  test('a trace is gone on with by anybody; what was not said may be said by anybody, but not much later', () => {
    expect(mayCorrect({ ...mine, kind: 'trace_opened' }, tom, now)).toBe(true);
    expect(mayCorrect({ ...mine, kind: 'trace_opened', at: before(ownCorrectionMs + 1) }, tom, now)).toBe(
      false,
    );
    expect(mayCorrect(mine, tom, now, true)).toBe(true);
    expect(mayCorrect({ ...mine, at: before(ownCorrectionMs + 1) }, tom, now, true)).toBe(false);
  });
});
