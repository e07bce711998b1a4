import { expect, test } from 'vitest';
import { readAudit } from '../../scripts/test/audit.ts';

// The shape is that of `npm audit --json` (npm 7 and later, auditReportVersion 2; from memory of its documentation).
const report = (vulnerabilities: object) => JSON.stringify({ auditReportVersion: 2, vulnerabilities });

test('a severe hole in what ships is named; a small one is not held against it', () => {
  expect(
    readAudit(report({ a: { severity: 'high' }, b: { severity: 'low' }, c: { severity: 'critical' } })),
  ).toEqual({
    state: 'holes',
    packages: ['a', 'c'],
  });
  expect(readAudit(report({ b: { severity: 'moderate' } }))).toEqual({ state: 'clean', packages: [] });
  expect(readAudit(report({}))).toEqual({ state: 'clean', packages: [] });
});

test.each(['', 'no JSON', '{"error":{"code":"ENOAUDIT"}}', '{}', '{"message":"405"}'])(
  'an answer that is none (%s) is told as not asked, never as clean',
  (text) => expect(readAudit(text).state).toBe('unasked'),
);
