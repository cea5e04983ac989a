import type { AddressInfo } from "node:net";
import { expect, test } from "./test.ts";
import { noContact } from "#core/meter/index.ts";
import { meterServer } from "../../bin/cli/meter.ts";
import { demoDictionary } from "../support/demoUnits.ts";
import { fromDictionary, JobPage } from "./jobPage.ts";
import { barriersOn } from "./barriers.ts";

/** Readings to be taken without a finger on a key but the pedal's. */
const WANTED = 6;
/** More than one may have been asked for the check before. */
const QUESTIONS_IN_AIR = 4;

test("six readings come from the simulated meter by themselves, each taken with a pedal", async ({
  page,
}) => {
  test.slow();
  // What the probes touch: nothing for some questions after each lift, then what a sound unit shows there. Questions, not
  // time: on a busy machine a moment in the air may pass without the meter being asked.
  const answers = fromDictionary(demoDictionary("glasswasher-gw4"), "as-it-should");
  let taken = 0;
  let inAir = 0;
  const lift = () => void (inAir = QUESTIONS_IN_AIR);
  let touched: number | undefined;
  const server = meterServer((fn) => (inAir-- > 0 || touched === undefined ? noContact(fn) : touched));
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  const { port } = server.address() as AddressInfo;
  try {
    await page.goto("/settings");
    const meters = page.getByRole("region", { name: "Meters" });
    await meters.getByLabel("Name").fill(`Bench ${port}`);
    await meters.getByLabel("Address").fill("8.8.8.8");
    await meters.getByLabel("Port").fill(String(port));
    await meters.getByRole("button", { name: "Add it" }).click();
    await expect(page.getByTestId("meter-said")).toContainText("this shop's own network");
    await meters.getByLabel("Name").fill(`Bench ${port}`);
    await meters.getByLabel("Address").fill("127.0.0.1");
    await meters.getByLabel("Port").fill(String(port));
    await meters.getByRole("button", { name: "Add it" }).click();
    await expect(page.getByTestId("meter-said")).toContainText("is on the list");
    await meters.getByRole("button", { name: `Test Bench ${port}` }).click();
    await expect(page.getByTestId("meter-said")).toContainText("It answers: Zygodrome,Simulated meter");

    const job = new JobPage(page);
    await job.open("Rinse stays cold.", {});
    await job.weighed();
    const hands = page.getByTestId("hands");
    const rows = job.ledger.locator("[data-finding]");
    const openHands = async () => {
      await job.more("Hands busy: readings by themselves");
      await expect(hands).toBeVisible();
      // Other tests have meters on the shop's list as well.
      await hands.getByRole("combobox", { name: "Meter" }).selectOption({ label: `Bench ${port}` });
    };
    await openHands();
    for (let steps = 0; taken < WANTED && steps < 30; steps++) {
      await expect(hands.getByText("Working out what comes next…")).toBeHidden();
      const power = hands.getByRole("button", { name: /^Needs it/ });
      const look = hands.getByRole("button", { name: "No", exact: true });
      const held = hands.locator("[data-testid=meter-shows][data-held]");
      const leave = hands.getByText("This one is tried, not measured");
      const show = hands.getByRole("button", { name: "Take what it shows" });
      await expect(power.or(look).or(held).or(show).or(leave).first()).toBeVisible();
      const before = (await hands.getAttribute("data-check"))!;
      const answer = before.startsWith("try/") ? false : answers(before);
      touched = typeof answer === "string" && answer !== "OL" ? Number.parseFloat(answer) : undefined;
      const filed = await rows.count();
      const isSame = async () => (await hands.getAttribute("data-check")) === before;
      /**
       * A key while the next check is being worked out is not heard: it is pressed again, and never twice for one check. A card
       * that had not come to rest may have given way to another: that one is read in the next turn.
       */
      const press = (key: string) =>
        expect(async () => {
          if ((await rows.count()) > filed || !(await isSame())) return;
          await page.keyboard.press(key);
          await expect(rows).toHaveCount(filed + 1, { timeout: 3000 });
        }).toPass({ timeout: 60_000 });
      if (await power.isVisible()) {
        const isLive = (await power.innerText()).endsWith("live");
        await power.click();
        await job.declare(isLive ? "live" : "dead");
        await openHands();
        continue;
      }
      if (await look.isVisible()) {
        await press(answer === true ? "y" : "n");
      } else if (await leave.isVisible()) {
        await page.getByRole("button", { name: "Close" }).click();
        await job.next.getByRole("button", { name: "Leave it out" }).click();
        await openHands();
        continue;
      } else {
        // A true zero, or an open pair, looks like probes in the air: that is taken by hand.
        if (touched === undefined || Math.abs(touched) < 0.05) {
          // Not what the meter still shows of the pair before.
          lift();
          await expect(held).toBeHidden();
          await show.click({ timeout: 15_000 }).catch(() => undefined);
          lift();
          await expect.poll(async () => (await rows.count()) > filed || !(await isSame())).toBe(true);
          continue;
        }
        // The probes come from the air to this pair.
        lift();
        await expect(held).toBeVisible();
        if (taken === 0) expect(await barriersOn(page)).toEqual([]);
        lift();
        // Any key that a pedal sends.
        await press("PageDown");
        if ((await rows.count()) > filed) taken++;
      }
      // Each once: what a pedal took is in the record before the next is measured.
      if (await isSame()) await expect(rows).toHaveCount(filed + 1);
      expect(await rows.count()).toBeLessThanOrEqual(filed + 1);
    }
    expect(taken).toBe(WANTED);
    await page.getByRole("button", { name: "Close" }).click();
    await expect(rows.filter({ hasText: /\d (?:V|m?Ω|kΩ)/u }).nth(WANTED - 1)).toBeAttached();
  } finally {
    await new Promise((done) => server.close(done));
  }
});

test("a meter on a serial port, and a spoken word, where the browser has them; words where it has not", async ({
  page,
}) => {
  // A port with a meter that shows nothing for three questions of a kind and then 0.4 Ω or 229.1 V, and ears that hear "take
  // it" a moment after they listen.
  await page.addInitScript(() => {
    let send: (text: string) => void = () => undefined;
    const asked = new Map<string, number>();
    const shown = (command: string) => {
      const times = (asked.get(command) ?? 0) + 1;
      asked.set(command, times);
      if (command.includes("RES")) return times > 3 ? "+4.0E-1\r\n" : "+9.9E+37\r\n";
      return times > 3 ? "+2.291E+2\r\n" : "+0.0E+0\r\n";
    };
    const port = {
      readable: undefined as ReadableStream<Uint8Array> | undefined,
      writable: undefined as WritableStream<Uint8Array> | undefined,
      open: () => {
        port.readable = new ReadableStream<Uint8Array>({
          start: (c) => void (send = (text) => c.enqueue(new TextEncoder().encode(text))),
        });
        port.writable = new WritableStream<Uint8Array>({
          write: (bytes) => {
            for (const line of new TextDecoder().decode(bytes).split("\n"))
              if (line.startsWith("MEAS")) send(shown(line));
              else if (line.startsWith("SYST")) send('+0,"No error"\r\n');
          },
        });
        return Promise.resolve();
      },
      close: () => Promise.resolve(),
    };
    Object.defineProperty(navigator, "serial", { value: { requestPort: () => Promise.resolve(port) } });
    class Ears {
      onresult: ((e: object) => void) | null = null;
      start() {
        setTimeout(() => this.onresult?.({ results: [[{ transcript: "okay, take it" }]] }), 300);
      }
      abort() {
        this.onresult = null;
      }
    }
    Object.defineProperty(window, "webkitSpeechRecognition", { value: Ears });
    Object.defineProperty(window, "SpeechRecognition", { value: undefined });
  });
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", { "Does the rinse get hot?": "no" });
  await job.weighed();
  const hands = page.getByTestId("hands");
  const rows = job.ledger.locator("[data-finding]");
  const shows = hands.getByTestId("meter-shows");
  const power = hands.getByRole("button", { name: /^Needs it/ });
  const look = hands.getByRole("button", { name: "No", exact: true });
  await job.more("Hands busy: readings by themselves");
  await expect(hands.getByText("This browser reaches no serial ports")).toHaveCount(0);
  await hands.getByRole("button", { name: "Meter on a serial port" }).click();
  await expect(hands.getByRole("button", { name: "Leave the serial port" })).toBeVisible();
  // Looks and the power come before the first reading; the meter stays joined.
  for (let i = 0; i < 8; i++) {
    await expect(shows.or(power).or(look).first()).toBeVisible();
    if (await shows.isVisible()) break;
    if (await look.isVisible()) {
      const check = await hands.getAttribute("data-check");
      await look.click();
      await expect(hands).not.toHaveAttribute("data-check", check!);
      continue;
    }
    const isLive = (await power.innerText()).endsWith("live");
    await power.click();
    await job.declare(isLive ? "live" : "dead");
    await job.more("Hands busy: readings by themselves");
  }
  await expect(shows).toHaveText(/^(0\.4\d* Ω|229\.1\d* V)$/u);
  const before = await rows.count();
  await hands.getByLabel("take it when I say “take it”").check();
  await expect(rows).toHaveCount(before + 1);
});
