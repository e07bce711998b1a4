import { rmSync, writeFileSync } from 'node:fs';

/** Where the errors outside of tests are told to ./test. */
export const errorsFile = '.test/vitest-errors.json';

/**
 * A reporter that writes down what went wrong outside of any test. A test that computes for a minute on a busy computer
 * cannot tell the runner meanwhile how far it is; the runner calls that an error, and it is none.
 */
export default class ErrorsReporter {
  onInit(): void {
    rmSync(errorsFile, { force: true });
  }

  onTestRunEnd(_modules: unknown, errors: readonly { message?: string }[]): void {
    const real = errors
      .map(({ message = 'an error without words' }) => message)
      .filter((message) => !/\[vitest-worker\]: Timeout calling/.test(message));
    writeFileSync(errorsFile, JSON.stringify(real));
  }
}
