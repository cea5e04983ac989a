import { readFileSync } from "node:fs";
import pg from "pg";
import { DEMO_SHOP } from "#demo/loadShop.ts";
import { modelHash } from "#server/units/models.ts";
import { barriersOn } from "./barriers.ts";
import { expect, test } from "./test.ts";

test("a job's papers come at once while its unit's suspects are being computed, and complete themselves", async ({
  page,
}) => {
  const kiln = JSON.parse(readFileSync("demo/units/kiln-pk9.json", "utf8")) as object;
  const file = { ...kiln, id: "kiln-reported", name: "Kiln of an early report" };
  const database = new pg.Client({ connectionString: process.env["DATABASE_URL"] });
  await database.connect();
  try {
    // As long as somebody else is at it, the server does not build this dictionary.
    await database.query("SELECT pg_advisory_lock(hashtextextended($1, 0))", [
      `dictionary ${DEMO_SHOP.id} ${modelHash(file)}`,
    ]);
    expect((await page.request.post("/units/file", { data: file })).ok()).toBe(true);
    const job = crypto.randomUUID();
    const form = { id: job, unit: "kiln-reported", person: "ansa", label: "", complaint: "Stays cold." };
    expect((await page.request.post("/jobs/new", { form })).ok()).toBe(true);

    const computing = page
      .getByRole("status")
      .filter({ hasText: "How this unit can fail is being computed" });
    await page.goto(`/jobs/${job}/customer`);
    await expect(computing).toBeVisible();
    await page.goto(`/jobs/${job}/report`);
    await expect(computing).toBeVisible();
    await expect(page.getByText("What the findings leave is still being computed.")).toBeVisible();
    expect(await barriersOn(page)).toEqual([]);

    await database.query("SELECT pg_advisory_unlock_all()");
    await expect(page.getByText(/The findings so far leave .+ %\)/)).toBeVisible();
    await expect(computing).toHaveCount(0);
  } finally {
    await database.end();
  }
});
