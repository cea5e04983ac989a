import { get, set } from "idb-keyval";
import { useEffect, useRef, useState } from "react";
import { fromElk, toElk, type Diagram, type ElkGraph, type PlacedDiagram } from "#core/wiring/index.ts";

/** A diagram with where its boxes and lines lie. */
export interface LaidOut {
  readonly diagram: Diagram;
  readonly placed: PlacedDiagram;
}

/** A drawing as it is shown: undefined while it is first worked out, a sentence when it could not be. */
export type Layout = LaidOut | { readonly trouble: string } | undefined;

/**
 * Where the diagram's boxes and lines lie: from the browser's store if it was laid out before, else from the worker. While an
 * edited diagram is laid out the one before stays, and what is in both keeps its place among the others.
 */
export function useLayout(diagram: Diagram): Layout {
  const [layout, setLayout] = useState<Layout>();
  const last = useRef<LaidOut>(undefined);
  useEffect(() => {
    let open = true;
    const show = (next: Layout) => {
      if (!open) return;
      last.current = next && "placed" in next ? next : undefined;
      setLayout(next);
    };
    placed(diagram, last.current?.placed).then(
      (next) => show({ diagram, placed: next }),
      (error: unknown) =>
        show({
          trouble: `The drawing could not be laid out: ${error instanceof Error ? error.message : String(error)}`,
        }),
    );
    return () => {
      open = false;
    };
  }, [diagram]);
  return layout;
}

async function placed(diagram: Diagram, before: PlacedDiagram | undefined): Promise<PlacedDiagram> {
  const graph = toElk(diagram, before);
  const key = `layout.${await digest(JSON.stringify(graph))}`;
  // A store that is full or forbidden only costs the time to lay it out again.
  const known = await get<PlacedDiagram>(key).catch(() => undefined);
  if (known) return known;
  const fresh = fromElk(await inWorker(graph));
  // What was laid out while it was edited is seldom seen again.
  if (!before) await set(key, fresh).catch(() => undefined);
  return fresh;
}

/** The package and its worker are loaded when a drawing is first opened, not with the page. */
async function inWorker(graph: ElkGraph): Promise<ElkGraph> {
  const [{ default: Elk }, { default: address }] = await Promise.all([
    import("elkjs/lib/elk-api.js"),
    import("elkjs/lib/elk-worker.min.js?url"),
  ]);
  const elk = new Elk({ workerFactory: () => new Worker(address) });
  performance.mark("layout-asked");
  try {
    return (await elk.layout(graph)) as ElkGraph;
  } finally {
    performance.measure("layout", "layout-asked");
    elk.terminateWorker();
  }
}

async function digest(text: string): Promise<string> {
  // Without a secure context there is no digest; the text itself is as good a key, only longer.
  if (!globalThis.crypto?.subtle) return text;
  const bytes = await crypto.subtle.digest("SHA-256", new TextEncoder().encode(text));
  return [...new Uint8Array(bytes)].map((b) => b.toString(16).padStart(2, "0")).join("");
}
