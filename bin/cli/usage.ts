/** A mistake in how the command was called, or in a file it was given. Its message is printed, without a stack. */
export class UsageError extends Error {
  constructor(message: string) {
    super(message);
    this.name = "UsageError";
  }
}
