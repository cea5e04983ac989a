import http from "node:http";
import type { AddressInfo } from "node:net";
import { expect, test, type Browser, type Page } from "./test.ts";
import { JobPage } from "./jobPage.ts";

/** Nothing that was entered is lost: several tabs, no network, other people, other sites. */

async function openedJob(page: Page): Promise<string> {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", {});
  return new URL(page.url()).pathname;
}

async function note(page: Page, text: string): Promise<void> {
  const field = page.getByLabel("Note", { exact: true });
  if (!(await field.isVisible())) await page.getByText("Write a note").click();
  await field.fill(text);
  await page.getByRole("button", { name: "Keep the note" }).click();
}

/** Notes of a job as the server has them, read by a browser that knows nothing. */
async function notesOf(browser: Browser, baseURL: string, job: string): Promise<string[]> {
  const context = await browser.newContext({ baseURL });
  const page = await context.newPage();
  await page.goto(job);
  await new JobPage(page).ready();
  const items = await page.getByRole("list", { name: "Notes" }).getByRole("listitem").allInnerTexts();
  await context.close();
  return items;
}

test("two tabs without a network, one of them closed: both entries are saved, once", async ({
  browser,
  context,
  page,
  baseURL,
}) => {
  const job = await openedJob(page);
  const second = await context.newPage();
  await second.goto(job);
  await new JobPage(second).ready();
  await context.setOffline(true);
  await note(page, "from the first tab");
  await note(second, "from the second tab");
  // Each tab shows what waits, whichever it was entered in.
  for (const tab of [page, second])
    await expect(tab.getByTestId("outbox").getByRole("listitem")).toHaveCount(2);
  await second.close();
  await context.setOffline(false);
  await expect(page.getByTestId("outbox")).toBeHidden();
  const notes = await notesOf(browser, baseURL!, job);
  expect(notes.filter((n) => n.includes("from the first tab"))).toHaveLength(1);
  expect(notes.filter((n) => n.includes("from the second tab"))).toHaveLength(1);
});

test("what waits is shown on every page, and sent from any", async ({ browser, context, page, baseURL }) => {
  const job = await openedJob(page);
  const board = await context.newPage();
  await board.goto("/");
  await context.setOffline(true);
  await note(page, "kept by the browser");
  // Another page knows of it from the browser's disk only.
  await expect(board.getByTestId("outbox")).toContainText("Waiting to be sent: note: kept by the browser");
  await page.close();
  await expect(board.getByTestId("outbox").getByRole("link")).toHaveAttribute("href", job);
  await context.setOffline(false);
  await expect(board.getByTestId("outbox")).toBeHidden();
  expect((await notesOf(browser, baseURL!, job)).join()).toContain("kept by the browser");
});

test("ten tabs of ten jobs: each saves, and each hears of what another browser records", async ({
  browser,
  context,
  baseURL,
}) => {
  const tabs: { page: Page; job: string }[] = [];
  for (let n = 0; n < 10; n++) {
    const id = crypto.randomUUID();
    const form = { id, unit: "glasswasher-gw4", person: "ansa", label: "", complaint: `Tab ${n}` };
    expect((await context.request.post("/jobs/new", { form })).ok()).toBe(true);
    const page = await context.newPage();
    await page.goto(`/jobs/${id}`);
    tabs.push({ page, job: `/jobs/${id}` });
  }
  for (const [n, { page }] of tabs.entries()) {
    await page.bringToFront();
    await note(page, `saved in tab ${n}`);
    await expect(page.getByRole("list", { name: "Notes" })).toContainText(`saved in tab ${n}`);
  }
  const other = await browser.newContext({ baseURL });
  for (const [n, { job }] of tabs.entries()) {
    const event = {
      id: crypto.randomUUID(),
      person: "teo",
      at: new Date().toISOString(),
      body: { type: "note", text: `from elsewhere ${n}` },
    };
    const answer = await other.request.post(`${job}/events`, { data: event });
    expect(answer.status()).toBe(200);
  }
  for (const [n, { page }] of tabs.entries())
    await expect(page.getByRole("list", { name: "Notes" })).toContainText(`from elsewhere ${n}`);
  for (const n of [0, 9])
    expect((await notesOf(browser, baseURL!, tabs[n]!.job)).join()).toContain(`saved in tab ${n}`);
  await other.close();
});

test("an entry made without a network is taken after somebody else made it dead and closed the job", async ({
  browser,
  context,
  page,
  baseURL,
}) => {
  const path = await openedJob(page);
  const job = new JobPage(page);
  await page.keyboard.press("p");
  await page.getByRole("button", { name: "Live: take volts" }).click();
  await job.declare("live");
  await expect(page.getByRole("region", { name: "Power" })).toContainText("LIVE");
  await context.setOffline(true);
  await job.enter("P4.3 to N 229 vac in rinse heat");
  await expect(page.getByTestId("outbox")).toContainText("Waiting to be sent");

  const other = await browser.newContext({ baseURL });
  const record = async (body: object) => {
    const data = { id: crypto.randomUUID(), person: "teo", at: new Date().toISOString(), body };
    expect((await other.request.post(`${path}/events`, { data })).status()).toBe(200);
  };
  await record({ type: "band", band: "dead", confirmed: ["all"] });
  await record({ type: "closed", outcome: "repaired", note: "", waived: "seen to run" });
  await other.close();

  // What others recorded is heard of only after the answer to the own entry: it must not come to stand behind it.
  let taken = () => undefined as void;
  const answered = new Promise<void>((resolve) => (taken = resolve));
  await page.route("**/stream?*", async (route) => {
    await answered;
    await route.continue();
  });
  await context.setOffline(false);
  await expect(page.getByTestId("outbox")).toBeHidden();
  taken();
  await expect(job.ledger).toContainText("arrived after Teo Marrick closed the job");
  const late = page.getByTestId("late");
  await late.getByText("met what others did meanwhile").click();
  await expect(late.getByRole("listitem").first()).toContainText(
    "Not known there: Teo Marrick closed the job.",
  );
  await expect(job.ledger).toContainText("229.0 V");
});

test("two people's words on the power that clash are shown, and count as unproven", async ({
  browser,
  page,
  baseURL,
}) => {
  const path = await openedJob(page);
  const job = new JobPage(page);
  const other = await browser.newContext({ baseURL });
  await page.keyboard.press("p");
  await page.getByRole("button", { name: "Live: take volts" }).click();
  await job.declare("live");
  const power = page.getByRole("region", { name: "Power" });
  await expect(power).toContainText("LIVE");
  // Made on another device, which had heard of nothing but the opening.
  const first = await firstEntry(page, path);
  const data = {
    id: crypto.randomUUID(),
    person: "teo",
    at: new Date().toISOString(),
    device: crypto.randomUUID(),
    after: first,
    body: { type: "band", band: "dead", confirmed: ["all"] },
  };
  expect((await other.request.post(`${path}/events`, { data })).status()).toBe(200);
  await other.close();
  await expect(power.getByRole("alert")).toContainText(
    "Ansa Vell declared the power LIVE, Teo Marrick declared the power DEAD AND PROVEN. Neither knew of the other",
  );
  await expect(power).toContainText("UNPROVEN");
});

/** Id of a job's first entry, from the live record. */
function firstEntry(page: Page, path: string): Promise<string> {
  const id = path.split("/").at(-1)!;
  return page.evaluate(
    (job) =>
      new Promise<string>((resolve) => {
        const source = new EventSource(`/stream?jobs=${job}:0`);
        source.onmessage = ({ data }: MessageEvent<string>) => {
          source.close();
          resolve((JSON.parse(data) as { event: { id: string } }).event.id);
        };
      }),
    id,
  );
}

test("a refused entry stays with its reason, and its words can be put back in the line", async ({ page }) => {
  await openedJob(page);
  const job = new JobPage(page);
  await page.keyboard.press("p");
  await page.getByRole("button", { name: "Live: take volts" }).click();
  // What is refused below is the reading, so the power's own entry is to be there first.
  const declared = page.waitForResponse((r) => r.url().endsWith("/events") && r.ok());
  await job.declare("live");
  await declared;
  // The server answers for good: this one not.
  await page.route(
    "**/events",
    (route) => route.fulfill({ status: 422, body: "The point is unknown here." }),
    {
      times: 1,
    },
  );
  await job.enter("P4.3 to N 229 vac in rinse heat");
  const outbox = page.getByTestId("outbox");
  await expect(outbox).toContainText("Not recorded: “P4.3 to N 229 vac in rinse heat”");
  await expect(outbox).toContainText("The point is unknown here.");
  await outbox.getByRole("button", { name: "Mend it" }).click();
  await expect(job.line).toHaveValue("P4.3 to N 229 vac in rinse heat");
  await job.line.press("Enter");
  await expect(outbox).toBeHidden();
  await expect(job.ledger).toContainText("229.0 V");
});

test("a page of another site changes nothing here", async ({ browser, baseURL, page }) => {
  await openedJob(page);
  const job = new URL(page.url()).pathname;
  const site = http.createServer((_request, response) => {
    response.setHeader("Content-Type", "text/html");
    response.end(`<form method="post" action="${baseURL}/settings/choices">
      <input name="person" value="teo"><button>go</button></form>`);
  });
  await new Promise<void>((resolve) => site.listen(0, "127.0.0.1", resolve));
  // The same machine under another name and port is another site to a browser.
  const foreign = `http://localhost:${(site.address() as AddressInfo).port}/`;
  const stranger = await browser.newContext();
  await stranger.addCookies([{ name: "person", value: "x", url: baseURL! }]);
  const chosen = async () => (await stranger.cookies(baseURL)).find((c) => c.name === "person")?.value;
  const lure = await stranger.newPage();
  try {
    await lure.goto(foreign);
    await lure.evaluate(
      async ([to, path]) => {
        const send = (address: string, body: BodyInit) =>
          // What comes back is closed to another site either way; what counts is what it did here.
          fetch(address, { mode: "no-cors", credentials: "include", method: "POST", body }).catch(
            () => undefined,
          );
        await send(`${to}/settings/choices`, new URLSearchParams({ person: "teo" }));
        await send(`${to}${path}/files?id=00000000-0000-4000-8000-0000000000ff&name=a.jpg`, "x");
      },
      [baseURL!, job] as const,
    );
    expect(await chosen()).toBe("x");
    const file = await page.request.get("/files/00000000-0000-4000-8000-0000000000ff");
    expect(file.status()).toBe(404);
    await lure.getByRole("button", { name: "go" }).click();
    await expect(lure.locator("body")).toContainText("Zygodrome's own pages only");
    expect(await chosen()).toBe("x");
  } finally {
    await stranger.close();
    site.close();
  }
});
