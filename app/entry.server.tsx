import { AsyncLocalStorage } from "node:async_hooks";
import { PassThrough } from "node:stream";
import { createReadableStreamFromReadable } from "@react-router/node";
import { renderToPipeableStream } from "react-dom/server";
import { isRouteErrorResponse, ServerRouter, type EntryContext } from "react-router";
import { writerFor, type Language } from "#core/language/index.ts";
import { notationIn } from "./language/notationOfPage.ts";
import { speakBy, type Tongue } from "./language/tongue.ts";
import { translatorFor } from "./language/translators.ts";
import { NonceContext } from "./nonce.ts";

/** After this the rest of a page is given up, ms. */
const LONGEST_MS = 20_000;

/** Every page is written in the language of who asked for it, its numbers as their shop reads them. */
const tongueOfPage = new AsyncLocalStorage<Tongue>();
speakBy(() => tongueOfPage.getStore() ?? {});

/** As the page's own loader chose it (app/root.tsx). */
function languageIn(context: EntryContext): Language {
  const root = context.staticHandlerContext.loaderData.root as { language?: Language } | undefined;
  return root?.language ?? "en";
}

/** Writes a page. Its scripts carry the nonce under which the server (server/requests/headers.ts) allows them. */
export default async function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
): Promise<Response> {
  if (request.method === "HEAD") return new Response(null, { status, headers });
  const say = await translatorFor(languageIn(context));
  const write = writerFor(notationIn(context.staticHandlerContext.loaderData));
  return tongueOfPage.run({ say, write }, () => pageFor(request, status, headers, context));
}

function pageFor(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
): Promise<Response> {
  const nonce = request.headers.get("X-Page-Nonce") ?? "";
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => abort(), LONGEST_MS);
    const { pipe, abort } = renderToPipeableStream(
      <NonceContext value={nonce}>
        <ServerRouter context={context} url={request.url} nonce={nonce} />
      </NonceContext>,
      {
        nonce,
        onShellReady: () => {
          const body = new PassThrough({ final: (done) => (clearTimeout(timer), done()) });
          headers.set("Content-Type", "text/html; charset=utf-8");
          resolve(new Response(createReadableStreamFromReadable(body), { headers, status }));
          pipe(body);
        },
        onShellError: (error) => {
          clearTimeout(timer);
          reject(error instanceof Error ? error : new Error(String(error)));
        },
      },
    );
  });
}

/** What is told to whoever runs the server: mistakes of the program, not answers in words and not addresses that are none. */
export function handleError(error: unknown, { request }: { request: Request }): void {
  if (request.signal.aborted || error instanceof Response || isRouteErrorResponse(error)) return;
  // eslint-disable-next-line no-console
  console.error(error);
}
