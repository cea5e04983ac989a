import { randomUUID } from "node:crypto";
import { expect, test, type Browser, type Page } from "./test.ts";
import { pageAt } from "./pageAt.ts";
import { barriersOn } from "./barriers.ts";

/** The machine that the tests run on needs no sign-in: people are added there, and come in by browsers of their own. */
const PHRASE = "four otters by the lock";

async function noViolations(page: Page): Promise<void> {
  expect(await barriersOn(page)).toEqual([]);
}

/** Adds somebody on the People page. Returns the link to hand on. */
async function invite(page: Page, name: string, role: string): Promise<string> {
  await page.goto("/staff");
  await page.getByLabel("Name", { exact: true }).fill(name);
  await page.getByLabel("What they do here", { exact: true }).selectOption(role);
  await page.getByRole("button", { name: "Add and invite" }).click();
  return page.getByLabel(/Hand this on/).inputValue();
}

async function comeIn(
  browser: Browser,
  baseURL: string | undefined,
  link: string,
  [width, theme]: [number, "light" | "dark"] = [390, "dark"],
): Promise<Page> {
  const page = await pageAt(browser, baseURL, width, theme);
  await page.goto(link);
  await page.getByLabel("Passphrase").fill(PHRASE);
  await page.getByRole("button", { name: "Keep it and go in" }).click();
  await expect(page.getByRole("link", { name: /Sign|Holt|Rook|Quill/ }).first()).toBeVisible();
  return page;
}

test("an invitation, an entry under one's own name, signing out and in, and a reset", async ({
  page,
  browser,
  baseURL,
}) => {
  const name = `Mira Holt ${randomUUID().slice(0, 6)}`;
  const link = await invite(page, name, "technician");
  await noViolations(page);

  const own = await pageAt(browser, baseURL, 390, "dark");
  await own.goto(link);
  await expect(own.getByRole("heading", { name: `${name}, choose a passphrase` })).toBeVisible();
  await noViolations(own);
  await own.getByLabel("Passphrase").fill("too short");
  await own.getByRole("button", { name: "Keep it and go in" }).click();
  await expect(own.getByRole("alert")).toContainText("has 9 characters; it needs 12");
  await own.getByLabel("Passphrase").fill(PHRASE);
  await own.getByRole("button", { name: "Keep it and go in" }).click();
  await expect(own.getByRole("heading", { name: "Board" })).toBeVisible();
  await expect(own.getByText("Who is working?")).toHaveCount(0);

  // The link is over, for whoever finds it.
  const late = await pageAt(browser, baseURL, 1280, "light");
  await late.goto(link);
  await expect(late.getByRole("heading", { name: "This link is over" })).toBeVisible();

  // What they record stands under their name, without a choice.
  await own.goto("/jobs/new?unit=kiln-pk9");
  await expect(own.getByLabel("Who is working on it").getByRole("option")).toHaveText(["who?", name]);
  await own.getByLabel("What is wrong, in the customer's words").fill("stays cold");
  await own.getByRole("button", { name: "Open the job" }).click();
  await expect(own).toHaveURL(/\/jobs\/[0-9a-f-]{36}/);
  const job = own.url();
  const event = {
    id: randomUUID(),
    person: "ansa",
    at: new Date().toISOString(),
    body: { type: "note", text: "not mine" },
  };
  const forged = await own.request.post(`${new URL(job).pathname}/events`, { data: event });
  expect(forged.status()).toBe(422);
  expect(await forged.text()).toContain(`${name} is signed in here`);

  await own.goto("/you");
  await noViolations(own);
  await expect(own.getByText("(this one)")).toBeVisible();
  await own.getByRole("button", { name: "Sign out", exact: true }).click();
  await expect(own.getByRole("heading", { name: "Sign in" })).toBeVisible();
  await noViolations(own);
  await own.getByLabel("Your name").fill(name);
  await own.getByLabel("Passphrase").fill("not the passphrase");
  await own.getByRole("button", { name: "Sign in" }).click();
  await expect(own.getByRole("alert")).toContainText("That does not open anything here");
  await own.getByLabel("Passphrase").fill(PHRASE);
  await own.getByRole("button", { name: "Sign in" }).click();
  await expect(own.getByRole("heading", { name: "Board" })).toBeVisible();

  // Forgotten: a lead finds the letter in the outbox and hands it on.
  await own.goto("/sign-in");
  await own.getByLabel("Your name").fill(name);
  await own.getByRole("button", { name: "I have forgotten it" }).click();
  await expect(own.getByRole("status")).toContainText("a link waits in its outbox");
  await page.goto("/outbox");
  const letter = page.getByRole("listitem").filter({ hasText: name }).filter({ hasText: "new passphrase" });
  const path = /\/sign-in\/\S+/.exec(await letter.innerText())![0];
  await noViolations(page);
  await own.goto(path);
  await own.getByLabel("Passphrase").fill("three herons and a boat");
  await own.getByRole("button", { name: "Keep it and go in" }).click();
  await expect(own.getByRole("heading", { name: "Board" })).toBeVisible();
});

test("a learner has Practice and no jobs; made a technician, the same browser has them", async ({
  page,
  browser,
  baseURL,
}) => {
  const name = `Bo Rook ${randomUUID().slice(0, 6)}`;
  const own = await comeIn(browser, baseURL, await invite(page, name, "learner"), [1280, "light"]);
  await expect(own).toHaveURL(/\/practice$/);
  await expect(own.getByRole("link", { name: "Logbook" })).toHaveCount(0);
  const refused = await own.goto("/logbook");
  expect(refused!.status()).toBe(403);
  await expect(own.getByText("works in Practice only")).toBeVisible();

  await page.goto("/staff");
  await page.getByLabel(`What ${name} does here`, { exact: true }).selectOption("technician");
  await page.getByRole("button", { name: `Change what ${name} does here` }).click();
  await expect(page.getByRole("status")).toHaveText("Saved for the whole shop.");
  await own.goto("/logbook");
  await expect(own.getByRole("heading", { name: "Logbook" })).toBeVisible();
});

test("a browser that is signed out elsewhere is nobody’s any more", async ({ page, browser, baseURL }) => {
  const name = `Una Quill ${randomUUID().slice(0, 6)}`;
  const own = await comeIn(browser, baseURL, await invite(page, name, "technician"), [1280, "dark"]);
  await page.goto("/staff");
  await expect(page.getByText("signed in on one device").last()).toBeVisible();
  await page.getByRole("button", { name: `Sign out ${name} everywhere` }).click();
  await expect(page.getByRole("status")).toContainText("signed out on one device");
  // At the shop's own machine nobody has to sign in, so the page opens; elsewhere it would ask. The name is gone.
  await own.goto("/logbook");
  await expect(own.getByRole("heading", { name: "Logbook" })).toBeVisible();
  await expect(own.getByRole("link", { name })).toHaveCount(0);
});

test("a passkey is added, signs in without a name or a passphrase, and opens nothing once it is removed", async ({
  page,
  browser,
  baseURL,
}) => {
  const link = await invite(page, `Nell Rook ${randomUUID().slice(0, 6)}`, "technician");
  // Passkeys belong to a site's name, and 127.0.0.1 is none.
  const named = baseURL!.replace("127.0.0.1", "localhost");
  const own = await pageAt(browser, named, 390, "light");
  const device = await own.context().newCDPSession(own);
  await device.send("WebAuthn.enable");
  await device.send("WebAuthn.addVirtualAuthenticator", {
    options: {
      protocol: "ctap2",
      transport: "internal",
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  await own.goto(link.replace("127.0.0.1", "localhost"));
  await own.getByLabel("Passphrase").fill(PHRASE);
  await own.getByRole("button", { name: "Keep it and go in" }).click();
  await expect(own.getByRole("heading", { name: "Board" })).toBeVisible();
  await own.goto("/you");
  await own.getByRole("button", { name: "Add a passkey" }).click();
  await expect(own.getByRole("status").filter({ hasText: "Kept." })).toBeVisible();
  await expect(own.getByText("never used")).toBeVisible();
  await noViolations(own);
  await own.getByRole("button", { name: "Add a passkey" }).click();
  await expect(own.getByRole("alert")).toContainText("has a passkey for you already");

  const signOut = async () => {
    await own.getByRole("button", { name: "Sign out", exact: true }).click();
    await expect(own.getByRole("heading", { name: "Sign in", exact: true })).toBeVisible();
  };
  await signOut();
  await own.goto("/sign-in?to=/units");
  await noViolations(own);
  await own.getByRole("button", { name: "Use a passkey" }).click();
  await expect(own).toHaveURL(/^[^?]*\/units$/u);
  await own.goto("/you");
  await expect(own.getByText("last used").first()).toBeVisible();
  await own.getByRole("button", { name: /^Remove the passkey of/u }).click();
  await expect(own.getByRole("button", { name: /^Remove the passkey of/u })).toHaveCount(0);
  await signOut();
  await own.getByRole("button", { name: "Use a passkey" }).click();
  await expect(own.getByRole("alert")).toContainText("That passkey opens nothing here.");
  await own.context().close();
});

test("an address that is a number has no passkeys, and says so", async ({ request }) => {
  const answer = await request.post("/passkey", { data: {} });
  expect(answer.status()).toBe(400);
  expect(await answer.text()).toContain("need a site with a name");
});
