import type { Right } from '../../core/people/rights.ts';
import { ProblemError } from '../base/problem.ts';
import { authenticate, requireRight, requireMachineScope } from '../people/principals.ts';
import { onAccessChange } from '../people/access-cache.ts';
import type { RequestOrigin, Credentials } from '../people/credentials.ts';

/** Who sends or reads something long, and what that takes. */
interface Holder {
  shown: Credentials;
  from: RequestOrigin;
  right: Right;
  /** The machine that it is about. */
  machineId?: string;
}

/**
 * The parts of a long message for as long as its holder may: asked again at each part, and as soon as anybody's rights change. Throws a problem, 401 or 403, when he may not
 * any more. Where that cannot be known just now (the database is away), he may.
 */
export async function* whileAllowed<Part>(
  parts: AsyncIterable<Part>,
  { shown, from, right, machineId }: Holder,
): AsyncGenerator<Part> {
  const iterator = parts[Symbol.asyncIterator]();
  let refusal: ProblemError | undefined;
  let wake: (refusal: ProblemError) => void = () => undefined;
  const check = async () => {
    try {
      const asker = await authenticate(shown, from);
      requireRight(asker, right);
      if (machineId !== undefined) requireMachineScope(asker, machineId);
    } catch (error) {
      if (!(error instanceof ProblemError)) return;
      refusal = error;
      wake(error);
    }
  };
  const stop = onAccessChange(() => void check());
  try {
    for (;;) {
      // One promise a part: a race against one that lasts would keep something of each part.
      const part = await new Promise<IteratorResult<Part>>((done, fail) => {
        wake = fail;
        iterator.next().then(done, fail);
      });
      if (part.done) return;
      await check();
      if (refusal) throw refusal;
      yield part.value;
    }
  } finally {
    stop();
    // A part that is still being waited for would hold up its end.
    void iterator.return?.()?.catch(() => undefined);
  }
}
