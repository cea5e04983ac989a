import { useCallback, useEffect, useReducer } from "react";

/** How a draft is kept in this browser, and which changes are steps that can be taken back. */
export interface DraftKind<T> {
  readonly load: (key: string) => T | undefined;
  readonly save: (key: string, draft: T) => void;
  /** A letter more of a name is no step of its own. */
  readonly isStep: (before: T, after: T) => boolean;
}

interface Desk<T> {
  readonly draft: T;
  readonly past: readonly T[];
  readonly future: readonly T[];
  /** What this browser kept was looked for. */
  readonly read: boolean;
}

type Change<T> =
  | { readonly is: "draft"; readonly draft: T; readonly step: boolean }
  | { readonly is: "kept"; readonly draft: T | undefined }
  | { readonly is: "undo" | "redo" };

/** Steps back that are kept. */
const MOST_STEPS = 200;

function changed<T>(desk: Desk<T>, change: Change<T>): Desk<T> {
  switch (change.is) {
    case "kept":
      return { ...desk, read: true, draft: change.draft ?? desk.draft };
    case "draft":
      return {
        ...desk,
        draft: change.draft,
        past: change.step ? [...desk.past, desk.draft].slice(-MOST_STEPS) : desk.past,
        future: change.step ? [] : desk.future,
      };
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

/** A draft in hand, kept in this browser with every change, with its steps back and forth. */
export function useDraft<T>(kind: DraftKind<T>, key: string, first: T) {
  const [desk, change] = useReducer(changed<T>, { draft: first, past: [], future: [], read: false });
  useEffect(() => {
    queueMicrotask(() => change({ is: "kept", draft: kind.load(key) }));
  }, [kind, key]);
  useEffect(() => {
    if (desk.read) kind.save(key, desk.draft);
  }, [kind, key, desk.read, desk.draft]);
  const before = desk.draft;
  return {
    draft: desk.draft,
    /** What this browser kept is in hand; what is typed before would be lost, so nothing can be. */
    read: desk.read,
    canUndo: desk.past.length > 0,
    canRedo: desk.future.length > 0,
    set: useCallback(
      (draft: T) => change({ is: "draft", draft, step: kind.isStep(before, draft) }),
      [kind, before],
    ),
    undo: useCallback(() => change({ is: "undo" }), []),
    redo: useCallback(() => change({ is: "redo" }), []),
  };
}
