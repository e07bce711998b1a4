/**
 * An error the operator can cause and put right.
 *
 * `name` says which one it is (stable, for code and tests), `message` is the sentence shown, and says what
 * to do. Anything else thrown by the core is a defect of the program.
 */
export class UserError extends Error {
  constructor(
    override readonly name: string,
    sentence: string,
  ) {
    super(sentence);
  }
}
