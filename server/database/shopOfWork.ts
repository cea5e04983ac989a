import { AsyncLocalStorage } from "node:async_hooks";

/**
 * Which shop the work in hand is for. A request has it from its session, for as long as it lasts and whatever it awaits; a script
 * that works for one shop has it from its start. Both builds of the server, and every thread, look at one place.
 */
interface Holder {
  readonly inHand: AsyncLocalStorage<string>;
  usual?: string;
}
const holder = globalThis as typeof globalThis & { zygodromeShop?: Holder };
const shops = (): Holder => (holder.zygodromeShop ??= { inHand: new AsyncLocalStorage<string>() });

/** Work was begun without saying for which shop: a mistake of the program, and nothing is read or written. */
export class NoShopError extends Error {
  constructor() {
    super("This work is for no shop.");
    this.name = "NoShopError";
  }
}

/** Does the work for a shop. What it awaits, and what it starts, is for the same one. */
export function inShop<T>(shop: string, work: () => T): T {
  return shops().inHand.run(shop, work);
}

/** From now on this process works for one shop: scripts and tests, never the web server. */
export function worksFor(shop: string): void {
  shops().usual = shop;
}

/** @throws NoShopError */
export function shopOfWork(): string {
  const shop = shops().inHand.getStore() ?? shops().usual;
  if (shop === undefined) throw new NoShopError();
  return shop;
}

/** What a connection is given from its start, where this process works for one shop. */
export function usualShop(): string | undefined {
  return shops().usual;
}
