/** What “@jest/globals” is to bare tests: the runner has put it there. */
export const { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest, test } = globalThis;
