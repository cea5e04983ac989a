import { expect, test as base } from "@playwright/test";

/** What browser tests are written with: a mistake of a page's program that nobody caught fails whatever test met it. */
export const test = base.extend<{ withoutMistakes: void }>({
  withoutMistakes: [
    async ({ context }, use) => {
      const mistakes: string[] = [];
      context.on("weberror", (mistake) => mistakes.push(mistake.error().message));
      await use();
      expect(mistakes, "mistakes of the page's program").toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };
export type { Browser, BrowserContext, Locator, Page } from "@playwright/test";
