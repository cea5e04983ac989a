/** JSON with the keys of every object in order: what two files of the same content have in common. */
export function inKeyOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inKeyOrder);
  if (value === null || typeof value !== "object") return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, v]) => [key, inKeyOrder(v)]),
  );
}

/** Whether two values of JSON say the same, whatever the order of their keys; a key without a value is no key. */
export function isSameJson(a: unknown, b: unknown): boolean {
  return JSON.stringify(inKeyOrder(a)) === JSON.stringify(inKeyOrder(b));
}
