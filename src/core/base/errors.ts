/**
 * The base of every error of the program's own: one that is expected, and whose words are for a person. It is caught by
 * class; whatever else is thrown is a fault of the program and never shown as a refusal.
 */
export abstract class ExpectedError extends Error {
  abstract override readonly name: string;
}

/** What was asked cannot be done; how to ask for it so that it can. */
export class Refusal extends ExpectedError {
  override readonly name = 'Refusal';
  constructor(
    readonly problem: string,
    readonly fix: string,
  ) {
    super(`${problem}. ${fix}`);
  }
}
