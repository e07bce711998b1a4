let passed = 0;
const failures: string[] = [];
const flaky: string[] = [];

/** Adds up one part of ./test: how many passed, and the names of what failed. */
export function count(part: string, good: number, bad: readonly string[]): void {
  passed += good;
  failures.push(...bad.map((name) => `${part}: ${name}`));
  console.log(`${bad.length === 0 ? 'ok  ' : 'FAIL'} ${part}: ${good} passed, ${bad.length} failed`);
}

/** A test that passed only when it was tried again. */
export const passedLater = (name: string): void => void flaky.push(name);

/** The last lines of ./test: what failed, what is flaky, and `N passed, N failed`. Returns whether all passed. */
export function tell(): boolean {
  for (const name of failures) console.log(`failed: ${name}`);
  for (const name of flaky) console.log(`flaky, passed at its second try: ${name}`);
  console.log(`${passed} passed, ${failures.length} failed`);
  return failures.length === 0;
}
