import { expect, test } from "./test.ts";
import pg from "pg";
import { freePort } from "../../bin/steps/port.mjs";
import { startServer, stopServer } from "../../bin/steps/serve.mjs";
import { JobPage } from "./jobPage.ts";
import { ownShop } from "./ownShop.ts";

/** A server and a database of this test's own, both killed with -9 in the middle of a job. */
test("while the database is away an open job goes on, a page waits, and both recover by themselves", async ({
  browser,
}) => {
  const root = process.cwd();
  const cluster = await ownShop({ durable: true });
  const server = await startServer(root, cluster.appUrl, 0);
  const context = await browser.newContext({ baseURL: server.address });
  try {
    const page = await context.newPage();
    const job = new JobPage(page);
    await job.open("Rinse stays cold.", {});
    const address = page.url();
    const board = await context.newPage();
    await cluster.kill();
    await board.goto("/");
    await expect(board.getByRole("heading", { name: "Waiting for the server" })).toBeVisible();
    await expect(board.getByText("What was recorded is safe")).toBeVisible();
    const health = await context.request.get("/health");
    expect([health.status(), await health.json()]).toEqual([503, { web: "ok", database: "gone" }]);

    await page.getByText("Write a note").click();
    await page.getByLabel("Note", { exact: true }).fill("while it was away");
    await page.getByRole("button", { name: "Keep the note" }).click();
    await expect(page.getByTestId("outbox")).toContainText("The database does not answer at the moment");
    // Coming back to the page asks the server anew; what is on it stays.
    await page.evaluate(() => document.dispatchEvent(new Event("visibilitychange")));
    await expect(job.ledger).toContainText("while it was away");

    await cluster.start();
    await expect(board.getByRole("heading", { name: "Board" })).toBeVisible();
    await expect(page.getByTestId("outbox")).toBeHidden();
    await page.goto(address);
    await expect(page.getByRole("list", { name: "Notes" })).toContainText("while it was away");
    expect(server.child.exitCode).toBeNull();
  } finally {
    await context.close();
    await stopServer(server.child);
    await cluster.destroy();
  }
});

test("kill -9 of server and database between two findings loses nothing", async ({ browser }) => {
  const root = process.cwd();
  const cluster = await ownShop({ durable: true });
  const port = await freePort();
  let server = await startServer(root, cluster.appUrl, port);
  const context = await browser.newContext({ baseURL: server.address });
  try {
    const page = await context.newPage();
    const job = new JobPage(page);
    await job.open("Rinse stays cold.", { "Does the rinse get hot?": "no" });
    await page.keyboard.press("p");
    await page.getByRole("button", { name: "Live: take volts" }).click();
    await job.declare("live");
    const saved = page.waitForResponse(
      (r) => r.url().endsWith("/events") && (r.request().postData() ?? "").includes("229.1"),
    );
    await job.enter("P4.3 to N 229.1 vac in rinse heat");
    expect((await saved).status()).toBe(200);

    server.child.kill("SIGKILL");
    await cluster.kill();
    await job.enter("HT1.1 to N 228.7 vac in rinse heat");
    // Counted at once, shown as not saved, with what was typed.
    await expect(page.getByTestId("outbox")).toContainText("“HT1.1 to N 228.7 vac in rinse heat”");
    await expect(job.ledger).toContainText("HT1·1 to P1·2");

    await cluster.start();
    server = await startServer(root, cluster.appUrl, port);
    // A new page on the same address finds the entry in the browser and sends it by itself.
    await page.goto(page.url());
    await job.ready();
    await expect(page.getByTestId("outbox")).toHaveCount(0);
    const client = new pg.Client({ connectionString: cluster.url });
    await client.connect();
    const { rows } = await client.query<{ value: number }>(
      "SELECT (body -> 'result' ->> 'value')::float AS value FROM job_events WHERE job_id = $1 AND body -> 'check' ->> 'kind' = 'reading' ORDER BY seq",
      [new URL(page.url()).pathname.split("/").at(-1)],
    );
    await client.end();
    expect(rows.map((r) => r.value)).toEqual([229.1, 228.7]);
    await expect(job.ledger).toContainText("229.1 V");
    await expect(job.ledger).toContainText("228.7 V");
  } finally {
    await context.close();
    await stopServer(server.child);
    await cluster.destroy();
  }
});
