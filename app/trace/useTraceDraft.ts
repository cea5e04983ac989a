import { useCallback, useEffect, useReducer } from "react";
import { loadDraft, saveDraft, type TraceDraft } from "./traceDraft.ts";

interface Desk {
  readonly draft: TraceDraft;
  readonly past: readonly TraceDraft[];
  readonly future: readonly TraceDraft[];
  /** What this browser kept was looked for. */
  readonly read: boolean;
}

type Change =
  | { readonly is: "draft"; readonly draft: TraceDraft }
  | { readonly is: "kept"; readonly draft: TraceDraft | undefined }
  | { readonly is: "undo" | "redo" };

/** Steps back that are kept. */
const MOST_STEPS = 200;

function changed(desk: Desk, change: Change): Desk {
  switch (change.is) {
    case "kept":
      return { ...desk, read: true, draft: change.draft ?? desk.draft };
    case "draft": {
      const typing = change.draft.lines === desk.draft.lines;
      return {
        ...desk,
        draft: change.draft,
        // A letter more of the name is no step of its own.
        past: typing ? desk.past : [...desk.past, desk.draft].slice(-MOST_STEPS),
        future: typing ? desk.future : [],
      };
    }
    case "undo": {
      const draft = desk.past.at(-1);
      if (!draft) return desk;
      return { ...desk, draft, past: desk.past.slice(0, -1), future: [desk.draft, ...desk.future] };
    }
    case "redo": {
      const [draft, ...future] = desk.future;
      if (!draft) return desk;
      return { ...desk, draft, past: [...desk.past, desk.draft], future };
    }
  }
}

/** The trace in hand, kept in this browser with every change, with its steps back and forth. */
export function useTraceDraft(key: string, first: TraceDraft) {
  const [desk, change] = useReducer(changed, { draft: first, past: [], future: [], read: false });
  useEffect(() => {
    queueMicrotask(() => change({ is: "kept", draft: loadDraft(key) }));
  }, [key]);
  useEffect(() => {
    if (desk.read) saveDraft(key, desk.draft);
  }, [key, desk.read, desk.draft]);
  return {
    draft: desk.draft,
    canUndo: desk.past.length > 0,
    canRedo: desk.future.length > 0,
    set: useCallback((draft: TraceDraft) => change({ is: "draft", draft }), []),
    undo: useCallback(() => change({ is: "undo" }), []),
    redo: useCallback(() => change({ is: "redo" }), []),
  };
}
