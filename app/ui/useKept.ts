import { useCallback, useSyncExternalStore } from "react";

const listeners = new Set<() => void>();
const subscribe = (changed: () => void) => {
  listeners.add(changed);
  return () => listeners.delete(changed);
};

/**
 * A small yes or no that this browser keeps: a hint put away, big keys wanted. `first` until something is kept, and
 * `onServer` until the page is alive.
 */
export function useKept(name: string, first: boolean, onServer = first): [boolean, (value: boolean) => void] {
  const key = `zygodrome.${name}`;
  const value = useSyncExternalStore(
    subscribe,
    () => read(key) ?? first,
    () => onServer,
  );
  const keep = useCallback(
    (next: boolean) => {
      try {
        localStorage.setItem(key, String(next));
      } catch {
        // Storage is full or forbidden: it holds for as long as the page is open.
        kept.set(key, next);
      }
      for (const changed of listeners) changed();
    },
    [key],
  );
  return [value, keep];
}

/** What storage would not take. */
const kept = new Map<string, boolean>();

function read(key: string): boolean | undefined {
  try {
    const stored = localStorage.getItem(key);
    return stored === null ? kept.get(key) : stored === "true";
  } catch {
    return kept.get(key);
  }
}
