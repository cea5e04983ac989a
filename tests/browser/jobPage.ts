import { expect, type Page } from "@playwright/test";
import {
  fromScale,
  readingCheck,
  trialCheck,
  type Dictionary,
  type ReadingRow,
  type Row,
  type Trial,
} from "#core/diagnosis/index.ts";
import { needsLive, type MeterFunction } from "#core/meter/index.ts";
import { demoDictionary } from "../support/demoUnits.ts";
import { caseOf, glasswasherDictionary } from "../support/glasswasher.ts";
import { MOUSE, type Hand } from "./hands.ts";

/** The job page as a technician works it. */
export class JobPage {
  readonly page: Page;
  readonly unit: string;
  readonly hand: Hand;
  constructor(page: Page, unit = "glasswasher-gw4", hand = MOUSE) {
    this.page = page;
    this.unit = unit;
    this.hand = hand;
  }

  get next() {
    return this.page.getByTestId("next");
  }
  get callReady() {
    return this.page.getByTestId("call-ready");
  }
  get ledger() {
    return this.page.getByTestId("ledger");
  }
  get line() {
    return this.page.getByRole("textbox", { name: /reading of your own|What does it read/ });
  }

  /** Opens a job on the unit with what the customer saw. */
  async open(complaint: string, seen: Readonly<Record<string, "yes" | "no">>): Promise<void> {
    const { page } = this;
    await page.goto(`/jobs/new?unit=${this.unit}`);
    await page.getByLabel("What is wrong").fill(complaint);
    for (const [question, answer] of Object.entries(seen))
      await page.getByRole("radiogroup", { name: question }).getByText(answer, { exact: true }).click();
    await page.getByLabel("Who is working on it").selectOption("ansa");
    await byCatalogue(page);
    await page.getByRole("button", { name: "Open the job" }).click();
    await this.ready();
  }

  /** Waits until the browser's own diagnosis answers. */
  async ready(): Promise<void> {
    await expect(this.page.locator("[data-ready]")).toBeVisible({ timeout: 120_000 });
  }

  async declare(band: "live" | "dead"): Promise<void> {
    const { page } = this;
    // Once in many runs, beside a loaded machine, the question stood as if it had not been answered: it is answered again.
    const question = page
      .getByRole("dialog")
      .getByRole("button", { name: band === "live" ? "Live: take volts" : "Dead: take ohms" });
    await expect(async () => {
      if (await question.isVisible()) await question.click({ timeout: 2000 });
      await expect(page.getByRole("dialog").getByRole("checkbox").first()).toBeVisible({ timeout: 8000 });
    }).toPass({ timeout: 60_000 });
    for (const box of await page.getByRole("dialog").getByRole("checkbox").all()) await this.hand.tick(box);
    for (const field of await page.locator("[data-proof]").all())
      await field.fill((await field.getAttribute("data-proof")) === "source" ? "230" : "0.2");
    await this.hand.press(
      page.getByRole("button", { name: band === "live" ? "Declare LIVE" : "Declare DEAD AND PROVEN" }),
    );
    await expect(page.getByRole("region", { name: "Power" })).toContainText(
      band === "live" ? "LIVE" : "DEAD AND PROVEN",
    );
  }

  async enter(text: string): Promise<void> {
    await this.hand.write(this.page, text);
  }

  /** Goes where the page's menu leads. */
  async more(name: string): Promise<void> {
    await this.hand.press(this.page.getByRole("button", { name: "More", exact: true }));
    await this.hand.press(this.page.getByRole("menuitem", { name }));
  }

  /** Goes to a place of the page, on a small screen. */
  async place(name: "Next" | "Course" | "Record" | "Suspects"): Promise<void> {
    await this.hand.press(
      this.page.getByRole("navigation", { name: "Places" }).getByRole("button", { name }),
    );
  }

  /** Enters a line and waits until the ledger shows it. */
  async record(text: string): Promise<void> {
    const rows = this.ledger.locator("[data-finding]");
    const before = await rows.count();
    await this.enter(text);
    await expect(rows).toHaveCount(before + 1);
  }

  /** The check on the Next card now; undefined where there is no card, for it may go while the page looks further. */
  async checkOnCard(): Promise<string | undefined> {
    const [id] = await this.next.evaluateAll((cards) => cards.map((c) => c.getAttribute("data-check")));
    return id ?? undefined;
  }

  /** Makes the check on the Next card, with what it reads when `truth` is the hidden fault; returns its id if it was made. */
  async makeNextCheck(truth: string | Answers): Promise<string | undefined> {
    const { page } = this;
    // Built before the card is read: it takes seconds the first time, and the card may change meanwhile.
    const answers = typeof truth === "string" ? fromDictionary(demoDictionary(this.unit), truth) : truth;
    const id = await this.checkOnCard();
    if (id === undefined) return undefined;
    const answer = answers(id);
    const before = await this.ledger.locator("[data-finding]").count();
    if (typeof answer === "boolean") {
      const power = this.next.getByRole("button", { name: "Make dead and prove" });
      if (await power.isVisible()) {
        await this.hand.press(power);
        await this.declare("dead");
      }
      try {
        await this.hand.press(page.getByRole("button", { name: answer ? /^Yes:/ : /^No:/ }));
      } catch {
        // The card has changed under the hand: it is read again.
        return undefined;
      }
    } else {
      const live = needsLive(id.split("/")[1] as MeterFunction);
      const power = this.next.getByRole("button", { name: live ? "Go live" : "Make dead and prove" });
      if (await power.isVisible()) {
        await this.hand.press(power);
        await this.declare(live ? "live" : "dead");
      }
      await this.enter(answer);
    }
    await expect(this.ledger.locator("[data-finding]")).toHaveCount(before + 1);
    await this.weighed();
    return id;
  }

  /** Waits until weighing and ranking have caught up with the ledger, and nothing is being looked into any more. */
  async weighed(): Promise<void> {
    const findings = this.ledger.locator("[data-finding]");
    await expect(async () => {
      const workspace = this.page.locator("[data-weighed]");
      expect(Number(await workspace.getAttribute("data-ranked"))).toBe(await findings.count());
      expect(await workspace.getAttribute("data-looking")).toBeNull();
    }).toPass({ timeout: 120_000 });
  }

  /** Follows the Next card until the findings carry a call; returns the checks made. */
  async followToCall(truth: string | Answers, most = 12): Promise<string[]> {
    const made: string[] = [];
    while (made.length < most) {
      // The card may change until what no list has was looked at: no answer is given to one that is about to go.
      await this.weighed();
      await expect(this.callReady.or(this.next).first()).toBeVisible({ timeout: 120_000 });
      if (await this.callReady.isVisible()) break;
      const check = await this.makeNextCheck(truth);
      if (check !== undefined) made.push(check);
    }
    return made;
  }
}

/** A job that starts from the catalogue alone: what this shop learned changes with every job that a test closes. */
export async function byCatalogue(page: Page): Promise<void> {
  await page.getByLabel("Start from what this shop has learned").uncheck();
}

/** What the technician answers to a check, by its id: what the meter shows, or whether it is seen. */
export type Answers = (id: string) => string | boolean;

/** Answers as a dictionary has them for one of its cases. */
export function fromDictionary(dictionary: Dictionary, truth: string): Answers {
  const index = caseOf(dictionary, truth);
  return (id) => {
    const row = rowOf(dictionary, id);
    return "chance" in row ? row.chance[index]! > 0.5 : shown(row, index);
  };
}

/** The row of the check on the card, by its id: one of the dictionary's, a course's reading, or a trial. */
function rowOf(dictionary: Dictionary, id: string): Row {
  const known = dictionary.rows.find((r) => r.check.id === id);
  if (known) return known;
  const [first, second, third, fourth] = id.split("/") as [string, string, string, string];
  return first === "try"
    ? dictionary.row(trialCheck(dictionary.unit, second as Trial, third))
    : dictionary.row(readingCheck({ state: first, lifts: [] }, second as MeterFunction, third, fourth));
}

/** What the meter shows in a case, to the digits it has. */
function shown(row: ReadingRow, index: number): string {
  const value = fromScale(row.check.fn, row.mean[index]!);
  if (!Number.isFinite(value)) return "OL";
  return row.check.fn === "ohm" ? `${Number(value.toPrecision(4))} ohm` : value.toFixed(value < 10 ? 2 : 1);
}

/** A realistic reading between two points with a hidden fault. */
export function readingOf(
  truth: string,
  state: string,
  fn: MeterFunction,
  red: string,
  black: string,
): string {
  const dictionary = glasswasherDictionary();
  return shown(
    dictionary.row(readingCheck({ state, lifts: [] }, fn, red, black)) as ReadingRow,
    caseOf(dictionary, truth),
  );
}
