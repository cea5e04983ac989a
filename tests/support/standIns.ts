import { afterAll } from "@jest/globals";

/**
 * Called at a test file's beginning: what it returns puts stand-ins in globals' places. They are gone after the file's last
 * test, for the process goes on to other files.
 */
export function standIns(): (stands: Readonly<Record<string, unknown>>) => void {
  const were = new Map<string, PropertyDescriptor | undefined>();
  afterAll(() => {
    for (const [name, was] of were)
      if (was) Object.defineProperty(globalThis, name, was);
      else Reflect.deleteProperty(globalThis, name);
  });
  return (stands) => {
    for (const [name, value] of Object.entries(stands)) {
      if (!were.has(name)) were.set(name, Object.getOwnPropertyDescriptor(globalThis, name));
      Object.defineProperty(globalThis, name, { configurable: true, writable: true, value });
    }
  };
}
