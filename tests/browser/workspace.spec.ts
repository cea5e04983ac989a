import { expect, test } from "./test.ts";
import sharp from "sharp";
import { JobPage } from "./jobPage.ts";

const photograph = () =>
  sharp({ create: { width: 800, height: 600, channels: 3, background: "#7a4a20" } })
    .jpeg()
    .toBuffer();

async function liveJob(page: ConstructorParameters<typeof JobPage>[0]): Promise<JobPage> {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", {});
  await page.keyboard.press("p");
  await page.getByRole("button", { name: "Live: take volts" }).click();
  await job.declare("live");
  return job;
}

test("the wiring opens with a key, is searched, walked with arrows, and begins a line", async ({ page }) => {
  const job = await liveJob(page);
  await job.record("P4.3 to N 1.2 vac in rinse heat");
  await page.keyboard.press("Escape");
  await page.keyboard.press("w");
  // The one circuit first, with what was read on it; a relay leads to what else it is on.
  const circuit = page.getByTestId("ladder-drawing");
  await page.getByRole("combobox", { name: "Circuit" }).selectOption({ label: "Rinse heater" });
  await expect(circuit).toContainText("1.200 V off");
  await circuit.getByRole("button", { name: /^F1,/ }).click();
  const aside = page.getByRole("complementary", { name: "What is chosen" });
  await expect(aside).toContainText("F1: Main fuse");
  await aside.getByRole("button", { name: "Wash pump" }).click();
  await expect(circuit.getByRole("button", { name: /^M1,/ })).toBeVisible();
  await page.getByRole("combobox", { name: "Circuit" }).selectOption({ label: "the whole unit" });
  const drawing = page.locator("[data-testid=wiring][data-laid=true]");
  await expect(drawing).toBeVisible();
  await page.getByLabel("Volts shown in").selectOption({ label: "Rinse heat" });
  await expect(drawing).toContainText("◆ 1.200 V off");
  await page.getByLabel("Find a part or a point").fill("P4.3");
  await page.keyboard.press("Enter");
  await expect(aside.getByRole("heading")).toContainText("P4·3");
  await page.keyboard.press("ArrowRight");
  await expect(aside.getByRole("heading")).toContainText("TH1");
  await page.getByLabel("Find a part or a point").fill("nowhere");
  await expect(page.getByText("Nothing on this drawing is called “nowhere”.")).toBeVisible();
  await page.getByLabel("Find a part or a point").fill("");
  await page.getByRole("button", { name: "Record at TH1·1" }).click();
  await expect(drawing).toBeHidden();
  await expect(job.line).toHaveValue("TH1·1 ");
  await expect(job.line).toBeFocused();
});

test("the unit's own drawing can be saved as a file, in both regions' symbols", async ({ page }) => {
  await page.goto("/units/kiln-pk9/wiring");
  await page.getByRole("combobox", { name: "Circuit" }).selectOption({ label: "the whole unit" });
  await expect(page.locator("[data-laid=true]")).toBeVisible();
  await expect(page.getByRole("button", { name: /North American/ })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "SVG" }).click(),
  ]);
  const chunks: Buffer[] = [];
  for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer);
  const file = Buffer.concat(chunks);
  // A file of its own: an outside reader draws it, with ink on it and no colour left to a theme.
  expect(file.toString()).not.toContain("var(--");
  // Printed, it is one sheet, whatever part of it was on the screen.
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString("latin1");
  expect(pdf.match(/\/Type\s*\/Page\b/gu)).toHaveLength(1);
  expect(pdf).toMatch(/\/MediaBox\s*\[0 0 84[12]/u);
  const { channels } = await sharp(file).flatten({ background: "#fff" }).stats();
  expect(channels[0]!.min).toBeLessThan(80);
});

test("a pair is worked down the states, and what was recorded last is taken back", async ({ page }) => {
  const job = await liveJob(page);
  await job.record("P4.3 to N 0 vac in standby");
  await page.getByRole("button", { name: "Same pair, fill" }).click();
  await expect(page.getByText("P4·3 to P1·2, V AC, fill", { exact: false }).first()).toBeVisible();
  await job.record("0");
  await expect(page.getByText("P4·3 to P1·2, V AC, wash", { exact: false }).first()).toBeVisible();
  await job.record("0");
  await expect(job.ledger.locator("[data-finding]").first()).toContainText("wash");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(job.ledger.locator("[data-retracted]")).toContainText("taken back at once");
});

test("an incomplete name offers the points it may mean; a chip completes it", async ({ page }) => {
  const job = await liveJob(page);
  await job.enter("P4 to N 230");
  await expect(page.locator("#finding-echo")).toContainText("“P4” may be P4·1, P4·2");
  await expect(job.line).toHaveValue("P4 to N 230");
  await job.line.fill("P4");
  await page.getByTestId("completions").getByRole("button", { name: "P4·3" }).click();
  await expect(job.line).toHaveValue("P4·3 ");
});

test("what is seen is written in the same line; what the model does not know becomes a note", async ({
  page,
}) => {
  const job = await liveJob(page);
  // A look inside is no look at a live unit.
  await job.enter("looks burnt P4");
  await expect(page.locator("#finding-echo")).toContainText("This look is taken with the unit dead");
  await page.getByRole("button", { name: "Make dead and prove" }).last().click();
  await job.declare("dead");
  await job.record("looks burnt P4");
  await expect(job.ledger).toContainText("Is plug P4 brown or melted at a pin?");
  await job.line.fill("looks burnt R14");
  await page.getByRole("button", { name: "Keep it as a note" }).click();
  await expect(job.ledger.getByRole("list", { name: "Notes" })).toContainText("looks burnt R14");
});

test("photographs: one is kept with its finding, others are refused in a sentence", async ({ page }) => {
  const job = await liveJob(page);
  await job.record("P4.3 to N 229 vac in rinse heat");
  const row = job.ledger.locator("[data-finding]").first();
  const chooser = row.locator("input[type=file]");
  await chooser.setInputFiles({
    name: "plug.jpg",
    mimeType: "image/jpeg",
    buffer: Buffer.from("only words, called a picture"),
  });
  await expect(row.getByRole("status")).toContainText("“plug.jpg” is not a photograph that can be read");
  await chooser.setInputFiles({ name: "wall.png", mimeType: "image/png", buffer: Buffer.alloc(40_000_000) });
  await expect(row.getByRole("status")).toContainText("“wall.png” has 40 MB; 12 MB is the most");
  await chooser.setInputFiles({ name: "plug.jpg", mimeType: "image/jpeg", buffer: await photograph() });
  const picture = row.getByRole("link", { name: "Open plug.jpg" });
  await expect(picture).toBeVisible();
  const address = (await picture.getAttribute("href"))!;
  const kept = await page.request.get(address);
  expect(kept.headers()["content-type"]).toBe("image/jpeg");
  expect((await sharp(await kept.body()).metadata()).width).toBe(800);
  await page.reload();
  await expect(row.getByRole("link", { name: "Open plug.jpg" })).toBeVisible();
});

test("a note of 10,000 characters is answered beside the field and not lost", async ({ page }) => {
  await liveJob(page);
  await page.getByText("Write a note").click();
  const note = page.getByLabel("Note", { exact: true });
  await note.fill("x".repeat(10_000));
  await page.getByRole("button", { name: "Keep the note" }).click();
  await expect(page.getByRole("alert")).toContainText("this one has 10000. Shorten it by 8000");
  await expect(note).toHaveValue("x".repeat(10_000));
  await note.fill("Owner says it began after the flood.");
  await page.getByRole("button", { name: "Keep the note" }).click();
  await expect(page.getByTestId("ledger")).toContainText("began after the flood");
});

test("dead is proven with the meter, and a reading that says otherwise stops it", async ({ page }) => {
  await liveJob(page);
  await page.getByRole("button", { name: "Make dead and prove" }).first().click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel(/^Isolated/).check();
  const [before, inlet, after] = await dialog.getByRole("textbox").all();
  await before!.fill("231");
  await inlet!.fill("229");
  await after!.fill("231");
  await expect(dialog).toContainText("229 V: the unit is live. Do not touch it");
  await expect(page.getByRole("button", { name: "Declare DEAD AND PROVEN" })).toBeDisabled();
  await inlet!.fill("0.1");
  await page.getByRole("button", { name: "Declare DEAD AND PROVEN" }).click();
  await expect(page.getByRole("region", { name: "Power" })).toContainText("DEAD AND PROVEN");
});

test("two people on one job see each other's findings as they come, with who and when", async ({
  page,
  browser,
  baseURL,
}) => {
  const job = await liveJob(page);
  const context = await browser.newContext(baseURL ? { baseURL } : {});
  const second = await context.newPage();
  await second.goto(page.url());
  const other = new JobPage(second);
  await other.ready();
  // Who is working counts from the choice on: the server's answer is not waited for.
  await second
    .getByRole("combobox", { name: /Working|Who/ })
    .first()
    .selectOption("teo");
  await other.record("P4.3 to N 229.8 vac in rinse heat");
  await expect(job.ledger.locator("[data-finding]")).toHaveCount(1);
  await expect(page.getByTestId("heard")).toContainText("recorded P4·3 to P1·2, V AC: 229.8 V");
  await job.record("HT1.1 to N 0.3 vac in rinse heat");
  await expect(other.ledger.locator("[data-finding]")).toHaveCount(2);
  await expect(other.ledger).toContainText("Ansa");
  await expect(other.ledger).toContainText("Teo");
  // One declares it dead; the other's live reading is refused with the reason, and kept.
  await page.getByRole("button", { name: "Make dead and prove" }).first().click();
  await job.declare("dead");
  await expect(second.getByRole("region", { name: "Power" })).toContainText("DEAD AND PROVEN");
  await context.close();
});

test("of two choices of who is working the last one holds, on a page that has just begun", async ({
  page,
  context,
}) => {
  // Where a page had to ask which addresses there are, a choice waited for the answer, and the first could be sent last.
  const listed: string[] = [];
  page.on("request", (r) => new URL(r.url()).pathname === "/__manifest" && listed.push(r.url()));
  await page.goto("/guide");
  const who = page.getByRole("combobox", { name: "working" }).first();
  await who.selectOption("ansa");
  const taken = page.waitForResponse((r) => r.request().postData() === "person=teo");
  await who.selectOption("teo");
  await taken;
  await page.waitForLoadState("networkidle");
  expect(listed).toEqual([]);
  expect((await context.cookies()).find((c) => c.name === "person")?.value).toBe(cookieOf("teo"));
  await page.reload();
  await expect(who).toHaveValue("teo");
});

/** As the framework writes a word into a cookie. */
const cookieOf = (word: string) => encodeURIComponent(btoa(JSON.stringify(word)));

test("the known-good twin stands beside this unit", async ({ page }) => {
  const job = await liveJob(page);
  await job.record("P4.3 to N 1.2 vac in rinse heat");
  await page.getByLabel("on the known-good unit").check();
  await job.enter("P4.3 to N 229.5 vac in rinse heat");
  await expect(page.getByTestId("twin")).toContainText("1 read on both, 1 differ");
  await expect(page.getByTestId("twin")).toContainText("they differ");
  await expect(job.ledger.locator("[data-finding]")).toHaveCount(1);
});

test("a course shows ohms from point to point, and a point on it begins a line", async ({ page }) => {
  const job = await liveJob(page);
  await page.getByRole("button", { name: "Record at HT1·1", exact: false }).first().click();
  await expect(job.line).toHaveValue("HT1·1 ");
  await page.getByRole("button", { name: "Show ohms" }).click();
  await expect(page.getByRole("region", { name: "Course" })).toContainText("ohms from point to point, dead");
  await page.getByRole("button", { name: /^HT1·1 to HT1·2/ }).click();
  await expect(job.line).toHaveValue("HT1·1 HT1·2 ");
});

test("the addresses of files and of the live record answer in sentences", async ({ page, request }) => {
  await liveJob(page);
  const job = page.url().split("/").pop()!;
  const post = (address: string, data: Buffer) =>
    request.post(address, { data, headers: { "Content-Type": "application/octet-stream" } });
  const id = crypto.randomUUID();
  const refused = async (answer: Awaited<ReturnType<typeof post>>, status: number, says: RegExp) => {
    expect(answer.status()).toBe(status);
    expect(await answer.text()).toMatch(says);
  };
  await refused(await post(`/jobs/${job}/files?name=a.jpg`, Buffer.from("x")), 400, /id of its own/);
  await refused(
    await post(`/jobs/${job}/files?id=${id}&name=a.jpg`, Buffer.from("x")),
    422,
    /“a\.jpg” is not a photograph/,
  );
  await refused(
    await post(`/jobs/${job}/files?id=${id}&name=a.jpg`, Buffer.alloc(13_000_000)),
    413,
    /12 MB is the most/,
  );
  const picture = await photograph();
  await refused(
    await post(`/jobs/${crypto.randomUUID()}/files?id=${id}&name=a.jpg`, picture),
    404,
    /no such job/,
  );
  const stored = await post(`/jobs/${job}/files?id=${id}&name=plug%20P4.jpg`, picture);
  expect(await stored.json()).toEqual({ stored: id, media: "image/jpeg" });
  // Sent again, it is the same file.
  expect((await post(`/jobs/${job}/files?id=${id}&name=plug%20P4.jpg`, picture)).ok()).toBe(true);
  const file = await request.get(`/files/${id}`);
  expect(file.headers()["content-disposition"]).toContain("plug%20P4.jpg");
  expect(file.headers()["content-security-policy"]).toContain("sandbox");
  const small = await request.get(`/files/${id}?thumbnail`);
  expect((await sharp(await small.body()).metadata()).width).toBe(240);
  expect((await request.get(`/files/${crypto.randomUUID()}`)).status()).toBe(404);
  for (const jobs of ["", "nonsense", `${job}:-1`, `${job}:0,x:0`])
    expect((await request.get(`/stream?jobs=${jobs}`)).status()).toBe(400);
});
