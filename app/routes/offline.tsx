import type { Route } from "./+types/offline";
import { translated } from "../language/tongue.ts";
import { KeptHere } from "../offline/KeptHere.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Without a network · Zygodrome") }];

/** Shown by the service worker where a page is neither to be had nor kept; also what this browser keeps, with a network. */
export default function Offline() {
  return <KeptHere />;
}
