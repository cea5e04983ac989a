import type { Route } from "./+types/offline";
import { KeptHere } from "../offline/KeptHere.tsx";

export const meta: Route.MetaFunction = () => [{ title: "Without a network · Zygodrome" }];

/** Shown by the service worker where a page is neither to be had nor kept; also what this browser keeps, with a network. */
export default function Offline() {
  return <KeptHere />;
}
