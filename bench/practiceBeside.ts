import { randomUUID } from "node:crypto";
import type { OwnServer } from "./ownServer.ts";

/** Exercises that run at once, one a unit and then again, each looked at every second as an open page does. */
const EXERCISES = 10;
const LOOK_MS = 1000;
/** Entries of a job that are timed beside them, ms apart. */
const ENTRIES = 80;
const APART_MS = 250;

/** Milliseconds within which nineteen in twenty entries of a job are on disk and answered, beside ten running exercises. */
export async function besideJob(
  { address }: OwnServer,
  units: readonly string[],
): Promise<{ readonly findingMs: number; readonly exercises: number }> {
  const post = (path: string, body: object | URLSearchParams, cookie = "") =>
    fetch(new URL(path, address), {
      method: "POST",
      redirect: "manual",
      headers: {
        Cookie: cookie,
        ...(body instanceof URLSearchParams ? {} : { "Content-Type": "application/json" }),
      },
      body: body instanceof URLSearchParams ? body : JSON.stringify(body),
    });
  const chosen = await post("/settings/choices", new URLSearchParams({ person: "ilo" }));
  const cookie = chosen.headers.getSetCookie()[0]!.split(";")[0]!;
  const running: string[] = [];
  for (let i = 0; running.length < EXERCISES && i < 3 * EXERCISES; i++) {
    const form = new URLSearchParams({ unit: units[i % units.length]!, kind: "dead load", difficulty: "2" });
    const id = (await post("/practice", form, cookie)).headers.get("Location")?.split("/").at(-1);
    if (id === undefined) continue;
    await post(`/practice/${id}/actions`, { do: "power", on: true }, cookie);
    running.push(id);
  }
  const looks = running.map((id) =>
    setInterval(() => {
      void fetch(new URL(`/practice/${id}/actions`, address), { headers: { Cookie: cookie } })
        .then((answer) => answer.text())
        .catch(() => undefined);
    }, LOOK_MS),
  );
  const { changing } = (await (await fetch(new URL("/keep", address))).json()) as { changing: string[] };
  const job = changing.find((a) => a.startsWith("/jobs/"))!;
  const times: number[] = [];
  for (let i = 0; i < ENTRIES; i++) {
    const event = {
      id: randomUUID(),
      person: "ansa",
      at: new Date().toISOString(),
      body: { type: "note", text: `measured beside exercises, ${i}` },
    };
    const began = performance.now();
    const answer = await post(`${job}/events`, event);
    if (!answer.ok) throw new Error(`${job}: ${answer.status} ${await answer.text()}`);
    times.push(performance.now() - began);
    await new Promise((resolve) => setTimeout(resolve, APART_MS));
  }
  for (const look of looks) clearInterval(look);
  const findingMs = Math.round(times.sort((a, b) => a - b)[Math.floor(0.95 * times.length)]!);
  return { findingMs, exercises: running.length };
}
