import { SunMoon, UserRound } from "lucide-react";
import { Link, useFetcher, useFetchers, useRouteLoaderData } from "react-router";
import type { ShopSettings } from "#server/shop/settings.ts";
import type { loader } from "../root.tsx";
import { LanguageChoice } from "./LanguageChoice.tsx";

/** Places, with what a phone has room for. A phone has those without at the end of the board. */
const PLACES = [
  ["/units", "Units", "Units"],
  ["/tests", "Component tests", "Tests"],
  ["/strip", "Strip-down", "Strip"],
  ["/practice", "Practice", ""],
  ["/logbook", "Logbook", ""],
  ["/settings", "Settings", ""],
  ["/guide", "Guide", ""],
] as const;
const LEARNERS_PLACES = [
  ["/practice", "Practice", "Practice"],
  ["/units", "Units", "Units"],
  ["/tests", "Component tests", "Tests"],
  ["/strip", "Strip-down", ""],
  ["/guide", "Guide", ""],
] as const;

/** The line at the top of the shop's pages: home, who is working, the theme. */
export function ShopBar() {
  const { settings, signedIn } = useShop();
  // Who is learning has practice for a home, and no jobs.
  const learns = signedIn?.role === "learner";
  return (
    <header className="no-print flex items-center gap-x-2.5 border-b-2 border-ink bg-sheet px-3 py-1.5 whitespace-nowrap sm:gap-x-5 sm:px-4 md:px-6">
      <Link
        to={learns ? "/practice" : "/"}
        className="flex min-h-11 shrink-0 items-center gap-2 text-lg font-bold"
      >
        <img src="/mark.svg" alt="" className="size-7" />
        <span className="max-sm:sr-only">Zygodrome</span>
      </Link>
      <span className="hidden text-ink-soft 2xl:inline">{settings.shopName}</span>
      <nav aria-label="Bench" className="flex gap-x-3 sm:gap-x-5">
        {(learns ? LEARNERS_PLACES : PLACES).map(([to, name, short]) => (
          <Link
            key={to}
            to={to}
            className={`${short === "" ? "max-md:hidden" : ""} flex min-h-11 items-center font-semibold underline decoration-rule underline-offset-4`}
          >
            <span className="max-sm:hidden">{name}</span>
            <span className="sm:hidden">{short}</span>
          </Link>
        ))}
      </nav>
      <span className="grow" />
      <LanguageChoice className="max-2xl:hidden" />
      <PersonChoice />
      <ThemeChoice />
    </header>
  );
}

/** What holds where the page has no answer of the server: on an error page. */
const USUAL: ShopSettings = {
  shopName: "",
  currency: "EUR",
  symbols: "unit",
  temperature: "C",
  sizes: "metric",
  decimal: "point",
  labourPerHour: 60,
  travel: 35,
  partsMargin: 0.25,
  tax: 0.2,
  warrantyDays: 90,
};

export function useShop() {
  const data = useRouteLoaderData<typeof loader>("root");
  const beingChosen = usePersonBeingChosen();
  return {
    people: data?.people ?? [],
    // From the tap on: what is entered before the server has answered goes under the name that is on the screen.
    person: beingChosen ?? data?.choices.person,
    theme: data?.choices.theme,
    settings: data?.settings ?? USUAL,
    /** By a passphrase or a link; undefined at the shop's own machine. */
    signedIn: data?.signedIn,
  };
}

/** Whether a choice of who works here is still on its way: what is begun meanwhile would go under the name before. */
export const useChoosing = (): boolean => usePersonBeingChosen() !== undefined;

/** Who was chosen to be working here, while that is on its way to the server. */
function usePersonBeingChosen(): string | undefined {
  const choosing = useFetchers().find(
    (f) => f.formAction === "/settings/choices" && f.formData?.has("person"),
  );
  const person = choosing?.formData?.get("person");
  return typeof person === "string" ? person : undefined;
}

/** The people of the shop, none of them chosen beforehand; who is signed in has no choice. */
export function PersonOptions() {
  const { people, signedIn } = useShop();
  return (
    <>
      <option value="" disabled>
        who?
      </option>
      {people
        .filter((p) => !p.elsewhere && (!signedIn || p.id === signedIn.id))
        .map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
    </>
  );
}

/** Who is working at this screen: every entry carries the name. Who is signed in is not chosen. */
export function PersonChoice() {
  const { signedIn } = useShop();
  if (!signedIn) return <WhoIsWorking />;
  return (
    <Link
      to="/you"
      className="flex min-h-11 items-center gap-2 font-semibold underline decoration-rule underline-offset-4 max-sm:max-w-28"
    >
      <UserRound aria-hidden size={20} className="shrink-0" />
      <span className="truncate">{signedIn.name}</span>
    </Link>
  );
}

function WhoIsWorking() {
  const { person } = useShop();
  const fetcher = useFetcher();
  const chosen = person ?? "";
  return (
    <label className="flex min-h-11 items-center gap-2">
      <span
        className={`max-sm:sr-only ${chosen === "" ? "font-semibold text-hazard" : "text-ink-soft max-md:sr-only"}`}
      >
        {chosen === "" ? "Who is working?" : "Working"}
      </span>
      <select
        className={`min-h-11 border-[1.5px] px-2 font-semibold max-sm:max-w-24 ${chosen === "" ? "border-hazard text-hazard" : "border-ink"}`}
        value={chosen}
        onChange={(e) =>
          void fetcher.submit({ person: e.target.value }, { method: "post", action: "/settings/choices" })
        }
      >
        <PersonOptions />
      </select>
    </label>
  );
}

/** Paper by day, cellar in the dark. Without a choice the device decides. */
export function ThemeChoice() {
  const { theme } = useShop();
  const fetcher = useFetcher();
  const switchOver = () => {
    const now = theme ?? (matchMedia("(prefers-color-scheme: dark)").matches ? "cellar" : "paper");
    void fetcher.submit(
      { theme: now === "cellar" ? "paper" : "cellar" },
      { method: "post", action: "/settings/choices" },
    );
  };
  return (
    <button
      type="button"
      className="flex size-11 shrink-0 items-center justify-center border-[1.5px] border-ink bg-sheet"
      aria-label="Switch between the light paper and the dark cellar theme"
      onClick={switchOver}
    >
      <SunMoon aria-hidden size={20} />
    </button>
  );
}
