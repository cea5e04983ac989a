/** Types for the tests; see supervise.mjs. */
export class Restarts {
  once(now?: number): boolean;
}
