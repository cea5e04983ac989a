import os from "node:os";
import PQueue from "p-queue";
import { Piscina } from "piscina";
import type { NoOwnValue, OwnValue, ReadingCheck } from "#core/diagnosis/index.ts";
import type { JobView, SuspectsOverTime } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { oneAtATime } from "../database/oneAtATime.ts";
import { pool } from "../database/pool.ts";
import { inShop, shopOfWork } from "../database/shopOfWork.ts";
import type { Job } from "../jobs/readJob.ts";
import { ANALYSIS_FILE, hasDictionary, modelsWithoutDictionary } from "../units/dictionaries.ts";
import { modelByHash } from "../units/models.ts";
import { NICENESS, type ThreadData } from "./threadPriority.ts";
import type { AnalysisAnswer, AnalysisRequest, AnalysisTask } from "./analysis.worker.ts";

/** A view that takes longer is given up, ms. */
const VIEW_MS = 45_000;
/** A dictionary that takes longer is not built here; pages of that unit show readings, and browsers build their own. */
const DICTIONARY_MS = 300_000;
/** Dictionaries built beside each other at most: each takes memory, and a connection that holds its lock. */
const BUILDERS = Math.min(3, os.availableParallelism());
/** Views of one unit beside each other: the rest of the threads stay free for other units. */
const MOST_OF_ONE_UNIT = 1;

/** A job's view as it can be had at once. */
export interface ViewSoFar {
  readonly view: JobView;
  /** How the unit can fail is still being computed; asked for again later, the view has its suspects. */
  readonly pending: boolean;
}

type Threads = Piscina<AnalysisRequest, AnalysisAnswer>;

/** A thread knows nothing of the request that it works for: the shop goes with the task. */
const forShop = (task: AnalysisTask): AnalysisRequest => ({ shop: shopOfWork(), ...task });

class Analysis {
  /** Views for pages: short, several at a time. */
  private readonly views = makeThreads(Math.max(2, os.availableParallelism()), NICENESS.view);
  /** Dictionaries: long, on threads of their own that give way, so that no page waits for one. */
  private readonly builders = makeThreads(BUILDERS, NICENESS.dictionary);
  private readonly turns = new PQueue({ concurrency: BUILDERS });
  private readonly lanes = new Map<string, PQueue>();
  private readonly building = new Map<string, Promise<void>>();
  /** Models whose dictionary could not be built in this process's life. */
  private readonly unbuildable = new Set<string>();

  /** By the unit's dictionary where there is one; by readings alone where not, which is then built. */
  async view(job: Job, asker?: AbortSignal): Promise<JobView> {
    const view = await this.viewNow(job, asker);
    if (view.readingsOnly) void this.build(job.modelHash, job.unit, true);
    return view;
  }

  /** The same, and whether it is another once the dictionary is built. */
  async viewSoFar(job: Job, asker?: AbortSignal): Promise<ViewSoFar> {
    const view = await this.view(job, asker);
    return { view, pending: view.readingsOnly && !this.unbuildable.has(job.modelHash) };
  }

  /** By the unit's dictionary, which is waited for; by readings alone where it cannot be built. */
  async wholeView(job: Job, asker?: AbortSignal): Promise<JobView> {
    const view = await this.viewNow(job, asker);
    if (!view.readingsOnly) return view;
    await this.build(job.modelHash, job.unit, true);
    return this.viewNow(job, asker);
  }

  private async viewNow(job: Job, asker?: AbortSignal): Promise<JobView> {
    const { modelHash: hash, unit, events } = job;
    const signal = AbortSignal.any([AbortSignal.timeout(VIEW_MS), ...(asker ? [asker] : [])]);
    const lane = this.lane(hash);
    try {
      const request = forShop({ want: "view", hash, unit, events });
      const view = await lane.add(() => this.views.run(request, { signal }), { signal });
      return view as JobView;
    } catch (error) {
      if (signal.aborted)
        throw new Response("This unit takes long to compute. The page is tried again.", { status: 503 });
      throw error;
    }
  }

  /** How a job's suspects stood after each finding, by the unit's dictionary where there is one. */
  async overTime({ modelHash: hash, unit, events }: Job): Promise<SuspectsOverTime> {
    const signal = AbortSignal.timeout(VIEW_MS);
    const request = forShop({ want: "over time", hash, unit, events });
    return (await this.views.run(request, { signal })) as SuspectsOverTime;
  }

  /** What a reading tells of a part that nobody knew. */
  async ownValue(unit: UnitModel, check: ReadingCheck, value: number): Promise<OwnValue | NoOwnValue> {
    const signal = AbortSignal.timeout(VIEW_MS);
    const request = forShop({ want: "own value", unit, check, value });
    return (await this.views.run(request, { signal })) as OwnValue | NoOwnValue;
  }

  /**
   * Builds and stores a dictionary unless that is done, under way (here or in another process) or known to fail. Never throws.
   * @param isAsked somebody works on the unit: it is built before those that nobody has asked for
   */
  build(hash: string, unit: UnitModel, isAsked: boolean): Promise<void> {
    if (this.unbuildable.has(hash)) return Promise.resolve();
    // Another shop's dictionary of the same model is another row.
    const shop = shopOfWork();
    const key = `${shop} ${hash}`;
    const under = this.building.get(key);
    if (under) return under;
    const request = forShop({ want: "dictionary", hash, unit });
    // Its time begins when it is its turn.
    const built = async () =>
      void (await this.builders.run(request, { signal: AbortSignal.timeout(DICTIONARY_MS) }));
    const alone = () => oneAtATime(`dictionary ${key}`, () => hasDictionary(pool(), hash), built);
    const work = (async () => {
      try {
        await this.turns.add(() => inShop(shop, alone), { priority: isAsked ? 1 : 0 });
      } catch (error) {
        // Without the database it can be tried again; too large or too slow it stays.
        if (!(error instanceof Response)) this.unbuildable.add(hash);
      } finally {
        this.building.delete(key);
      }
    })();
    this.building.set(key, work);
    return work;
  }

  private lane(hash: string): PQueue {
    const known = this.lanes.get(hash);
    if (known) return known;
    const lane = new PQueue({ concurrency: MOST_OF_ONE_UNIT });
    this.lanes.set(hash, lane);
    lane.once("idle", () => this.lanes.delete(hash));
    return lane;
  }
}

const holder = globalThis as typeof globalThis & { zygodromeAnalysis?: Analysis };
const analysis = () => (holder.zygodromeAnalysis ??= new Analysis());

/**
 * The job's view, computed off the event loop: by the unit's dictionary, or by readings alone until that is built.
 * @param asker aborted when whoever asked has gone
 * @throws a response 503 when it takes too long
 */
export function analyseJob(job: Job, asker?: AbortSignal): Promise<JobView> {
  return analysis().view(job, asker);
}

/** The same for a page that says when there is more to come. */
export function analyseSoFar(job: Job, asker?: AbortSignal): Promise<ViewSoFar> {
  return analysis().viewSoFar(job, asker);
}

/** The job's view for what is kept and sent: it waits until the unit's dictionary is built. */
export function analyseWhole(job: Job, asker?: AbortSignal): Promise<JobView> {
  return analysis().wholeView(job, asker);
}

/** How a job's suspects stood after each finding, computed off the event loop. */
export function analyseOverTime(job: Job): Promise<SuspectsOverTime> {
  return analysis().overTime(job);
}

/** What a reading on a sound unit tells of a part that nobody knew, computed off the event loop. */
export function findOwnValue(
  unit: UnitModel,
  check: ReadingCheck,
  value: number,
): Promise<OwnValue | NoOwnValue> {
  return analysis().ownValue(unit, check, value);
}

/** Has the unit's dictionary built while its Start a job form is being filled in. Nobody waits for it. */
export function prepareAnalysis(hash: string, unit: UnitModel): void {
  void analysis().build(hash, unit, true);
}

/** Builds a unit's dictionary where it is not there; nobody works on the unit yet. */
export async function prepareUnit(hash: string, unit: UnitModel): Promise<void> {
  if (!(await hasDictionary(pool(), hash))) await analysis().build(hash, unit, false);
}

/** Builds what dictionaries the library still lacks, so that a page seldom is without. */
export async function prepareLibrary(): Promise<void> {
  const hashes = await modelsWithoutDictionary(pool());
  // No more than can be under way: who asks for one meanwhile is next.
  const oneByOne = async () => {
    for (let hash = hashes.shift(); hash !== undefined; hash = hashes.shift()) {
      const stored = await modelByHash(pool(), hash);
      if (stored) await analysis().build(hash, stored.unit, false);
    }
  };
  await Promise.all(Array.from({ length: BUILDERS }, oneByOne));
}

function makeThreads(maxThreads: number, niceness: number): Threads {
  return new Piscina<AnalysisRequest, AnalysisAnswer>({
    filename: ANALYSIS_FILE,
    // A dictionary is some ten megabytes; what building it leaves behind is better collected than kept.
    resourceLimits: { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: 448 },
    minThreads: 0,
    maxThreads,
    idleTimeout: 60_000,
    workerData: { niceness } satisfies ThreadData,
  });
}
