import { AsyncLocalStorage } from "node:async_hooks";
import { inShop } from "../database/shopOfWork.ts";
import type { Role } from "./people.ts";

/** Who a request comes from. */
export interface Acting {
  readonly shop: string;
  /** Signed in by a passphrase or a link; undefined at the shop's own machine, where whoever sits there says who works. */
  readonly person?: { readonly id: string; readonly name: string; readonly role: Role };
}

const holder = globalThis as typeof globalThis & { zygodromeActing?: AsyncLocalStorage<Acting> };
const store = () => (holder.zygodromeActing ??= new AsyncLocalStorage<Acting>());

/** Does the work of a request for its shop, and knows who asked. */
export function actingAs<T>(acting: Acting, work: () => T): T {
  return inShop(acting.shop, () => store().run(acting, work));
}

/** Who the work in hand is for; undefined where nobody is signed in, and in scripts. */
export const whoActs = (): Acting | undefined => store().getStore();

/** May do what a lead does: a lead who is signed in, or whoever sits at the shop's own machine. */
export function actsAsLead(): boolean {
  const acting = whoActs();
  return acting !== undefined && (acting.person === undefined || acting.person.role === "lead");
}

/**
 * Why what is sent may not stand under a person's name; undefined where it may. Somebody who is signed in writes under their own
 * name only.
 */
export function nameRefusal(person: string): string | undefined {
  const signedIn = whoActs()?.person;
  return signedIn === undefined || signedIn.id === person
    ? undefined
    : `${signedIn.name} is signed in here, and this was entered by somebody else: it is taken once they are signed in.`;
}
