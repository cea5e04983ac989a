import type { Locator, Page } from "@playwright/test";

/** How a technician works the page: by mouse, by keys alone, or with a finger on a small screen. */
export interface Hand {
  press(target: Locator): Promise<void>;
  tick(box: Locator): Promise<void>;
  /** Writes a line into the finding field and records it. */
  write(page: Page, text: string): Promise<void>;
}

export const MOUSE: Hand = {
  press: (target) => target.click(),
  tick: (box) => box.check(),
  async write(page, text) {
    await page.locator("#finding-line").fill(text);
    await page.keyboard.press("Enter");
  },
};

/** Nothing but keys: what is pressed must be reachable with them. */
export const KEYS: Hand = {
  press: (target) => target.press("Enter"),
  tick: (box) => box.press("Space"),
  async write(page, text) {
    await page.keyboard.press("Escape");
    await page.keyboard.press("e");
    await page.keyboard.press("Control+a");
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
  },
};

/** A finger: taps, and the big keys for readings. */
export const FINGER: Hand = {
  press: (target) => target.tap(),
  tick: (box) => box.tap(),
  async write(page, text) {
    const pad = page.getByTestId("pad");
    if (!(await pad.isVisible())) await page.getByRole("button", { name: "Show big keys" }).tap();
    const [, number = "", unit] = /^(OL|-?[\d.]+)(?:\s+(\S+))?$/u.exec(text) ?? [];
    if (number === "OL") await pad.getByRole("button", { name: "OL", exact: true }).tap();
    else
      for (const key of number)
        await pad
          .getByRole("button", { name: key === "." ? "point" : key === "-" ? "minus" : key, exact: true })
          .tap();
    if (unit === "ohm") await pad.getByRole("button", { name: "Ω", exact: true }).tap();
    await pad.getByRole("button", { name: "Record" }).tap();
  },
};
