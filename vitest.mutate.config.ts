import { statSync } from 'node:fs';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Cheap tests first: most planted faults are seen by the first that looks, and the dear ones need not be asked. */
class CheapFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const dear = [
      'practice.test',
      'underside/',
      'one-record',
      'four-weeks',
      'tension.test',
      'learn-coverage',
      'logos.test',
      'plan-',
      'scheme-',
      'block-camera',
      'troubled-head',
      'engine.test',
    ];
    const rank = ({ moduleId }: TestSpecification) =>
      dear.filter((name) => moduleId.includes(name)).length * 2 + (moduleId.includes('/reference/') ? 1 : 0);
    return [...files].sort(
      (first, second) =>
        rank(first) - rank(second) || statSync(first.moduleId).size - statSync(second.moduleId).size,
    );
  }
}

/** What `npm run mutate` runs for every fault it plants: core's own tests and the references that take seconds, not minutes. */
export default defineConfig({
  test: {
    include: [
      'src/core/**/*.test.ts',
      'src/engines/**/*.test.ts',
      'src/simulators/**/*.test.ts',
      'tests/reference/**/*.test.ts',
    ],
    exclude: [
      'tests/reference/plan-order-mip.test.ts',
      'tests/reference/plan-demo.test.ts',
      'tests/reference/plan-files.test.ts',
      'src/core/plan/scheme/four-weeks.test.ts',
      'tests/reference/logos.test.ts',
      // Large pictures: the small ones (artwork-small) hold the same parts.
      'tests/reference/artwork.test.ts',
      // A hundred blocks practised from beginning to end: minutes where every line is watched.
      'src/core/tension/block/practice.test.ts',
      // 140,000 questions at each fault: its properties are of the whole, the faults are told by examples.
      'src/core/advice/space.test.ts',
    ],
    sequence: { sequencer: CheapFirst },
    // Few made-up cases a fault: what they are for is told by examples too.
    env: { VIVID_CASES: '0.02' },
    testTimeout: 300_000,
  },
});
