import { noContact, type MeterFunction } from "#core/meter/index.ts";
import type { PracticeAction, Shown } from "#core/practice/index.ts";
import { UsageError } from "./usage.ts";

/** As much of an exercise as a meter knows: what was measured in it, step by step. */
export interface MeasuredSteps {
  readonly steps: readonly { readonly action: PracticeAction; readonly shown: Shown }[];
}

/** Asks for an exercise as it stands, or does something in it. @throws Error in words */
export type PracticeLink = (action?: PracticeAction) => Promise<MeasuredSteps>;

/** Between two pairs the probes are in the air for so long, s. */
const AWAY_SECONDS = 1.2;
/** Each display stands for so long before it settles further, s. */
const FRAME_SECONDS = 0.3;

/**
 * The meter of an exercise, as an instrument: it shows what the exercise's meter shows where its probes are. Asked for another
 * function it turns the dial, which is a measurement of the exercise and takes its time there.
 */
export class PracticeMeter {
  private readonly link: PracticeLink;
  private count = 0;
  private since = 0;
  private last:
    { readonly action: Extract<PracticeAction, { do: "measure" }>; readonly shown: Shown } | undefined;
  private turning = false;

  constructor(link: PracticeLink) {
    this.link = link;
  }

  /** Looks whether something was measured since. @param at this moment, s, from anywhere */
  async follow(at: number): Promise<void> {
    this.take(await this.link(), at);
  }

  /** What it shows at a moment, in base units, Infinity over limit. */
  shows(fn: MeterFunction, at: number): number {
    if (!this.last) return noContact(fn);
    const { action, shown } = this.last;
    if (fn !== action.fn) {
      void this.turnTo({ ...action, fn }, at);
      return noContact(fn);
    }
    const passed = at - this.since - AWAY_SECONDS;
    // A meter whose fuse has gone shows what it shows with its probes in the air.
    if (shown.kind !== "reading" || passed < 0) return noContact(fn);
    const frame = Math.min(shown.frames.length - 1, Math.floor(passed / FRAME_SECONDS));
    return shown.frames[frame] ?? noContact(fn);
  }

  private async turnTo(action: PracticeAction, at: number): Promise<void> {
    if (this.turning) return;
    this.turning = true;
    try {
      this.take(await this.link(action), at);
    } catch {
      // An exercise that is over is measured no further; its meter goes on showing nothing.
    } finally {
      this.turning = false;
    }
  }

  private take({ steps }: MeasuredSteps, at: number): void {
    const measured = steps.flatMap(({ action, shown }) =>
      action.do === "measure" ? [{ action, shown }] : [],
    );
    if (measured.length === this.count) return;
    this.count = measured.length;
    this.since = at;
    this.last = measured.at(-1);
  }
}

/** An exercise of a running Zygodrome, by the address of its page. @throws UsageError where that is none */
export function practiceAt(address: string): PracticeLink {
  const found = URL.canParse(address) ? new URL(address) : undefined;
  const id = /^\/practice\/([0-9a-f-]{36})\/?$/u.exec(found?.pathname ?? "")?.[1];
  if (!found || !id || !/^https?:$/u.test(found.protocol))
    throw new UsageError(
      "--practice is the address of an exercise's page, as the browser shows it: http://127.0.0.1:4127/practice/….",
    );
  return async (action) => {
    const answer = await fetch(new URL(`/practice/${id}/actions`, found), {
      redirect: "manual",
      headers: { origin: found.origin, ...(action ? { "content-type": "application/json" } : {}) },
      ...(action ? { method: "POST", body: JSON.stringify(action) } : {}),
    });
    if (answer.status === 404) throw new UsageError("There is no such exercise at that address.");
    if (!answer.ok)
      throw new UsageError(
        answer.status === 409
          ? await answer.text()
          : "The exercise is not open to this machine: with sign-in it is its own browser's only.",
      );
    return (JSON.parse(await answer.text(), infinities) as { stand: MeasuredSteps }).stand;
  };
}

/** JSON has no infinity: over limit comes as a word. */
const infinities = (_: string, value: unknown) =>
  value === "OL" ? Infinity : value === "-OL" ? -Infinity : value;
