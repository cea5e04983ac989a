import type { Browser, Page } from "@playwright/test";

/** A page of a width in a theme of the device, in a context of its own, which goes with it. */
export async function pageAt(
  browser: Browser,
  baseURL: string | undefined,
  width: number,
  colorScheme: "light" | "dark",
): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width, height: 844 },
    colorScheme,
    ...(baseURL ? { baseURL } : {}),
  });
  return context.newPage();
}
