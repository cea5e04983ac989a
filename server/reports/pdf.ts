import path from "node:path";
import { Piscina } from "piscina";
import type { TDocumentDefinitions } from "pdfmake/interfaces";
import type { Translator } from "#core/language/index.ts";
import { NICENESS, type ThreadData } from "../workers/threadPriority.ts";
import { documentIn } from "./inLanguage.ts";

/** A paper that takes longer is given up, ms. */
const PAPER_MS = 45_000;
const PAPERS_FILE = path.resolve("build/node/papers.js");

type Threads = Piscina<TDocumentDefinitions, Uint8Array<ArrayBuffer>>;
let threads: Threads | undefined;

/** A long paper takes half a second of a core: made on a thread of its own, it holds up nobody's entry. */
function paperThreads(): Threads {
  return (threads ??= new Piscina({
    filename: PAPERS_FILE,
    resourceLimits: { maxOldGenerationSizeMb: 256 },
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 60_000,
    workerData: { niceness: NICENESS.view } satisfies ThreadData,
  }));
}

/**
 * The document as PDF, A4, with its fonts in it; in another language, where one is given. It is data: layouts of tables go by the
 * names that papers.worker.ts has for them.
 */
export async function makePdf(
  written: TDocumentDefinitions,
  say: Translator | undefined,
): Promise<Uint8Array<ArrayBuffer>> {
  const document = say ? documentIn(say, written) : written;
  const signal = AbortSignal.timeout(PAPER_MS);
  try {
    return await paperThreads().run(document, { signal });
  } catch (error) {
    if (!signal.aborted) throw error;
    throw new Response("This paper takes long to make. Ask for it again.", { status: 503 });
  }
}
