import { data, Link } from "react-router";
import { newestModel } from "#server/units/models.ts";
import type { Route } from "./+types/unit-wiring";
import { translated } from "../language/tongue.ts";
import { WiringPlaces } from "../wiring/WiringPlaces.tsx";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: translated(loaderData ? `Wiring of ${loaderData.unit.name} · Zygodrome` : "Wiring · Zygodrome") },
];

export async function loader({ params }: Route.LoaderArgs) {
  const model = await newestModel(params.unit);
  if (!model) throw data("There is no unit at this address.", { status: 404 });
  return { unit: model.unit };
}

/** A unit's drawing on a page of its own, to read or to print. */
export default function UnitWiringPage({ loaderData: { unit } }: Route.ComponentProps) {
  return (
    <main className="print-whole flex h-dvh flex-col print:h-auto">
      <h1 className="flex flex-wrap items-baseline gap-x-4 border-b-[1.5px] border-ink px-4 py-2 text-xl font-bold">
        Wiring · {unit.name}
        <Link
          className="no-print flex min-h-11 items-center text-base font-semibold underline underline-offset-4"
          to={`/units/${unit.id}`}
        >
          Back to the unit
        </Link>
      </h1>
      <WiringPlaces unit={unit}>
        {(chosen) => {
          const part = chosen && "part" in chosen ? unit.parts.find((p) => p.id === chosen.part) : undefined;
          if (!chosen) return <p className="text-ink-soft">Choose a part or a line.</p>;
          if (!part) return <p>Net {"net" in chosen ? chosen.net : ""}</p>;
          return (
            <>
              <h2 className="text-lg font-bold">
                {part.id.replaceAll(".", "·")}: {part.name}
              </h2>
              <ul>
                {unit.points
                  .filter((p) => (p.terminal ?? p.id).startsWith(`${part.id}.`))
                  .map((p) => (
                    <li key={p.id} className="border-t border-rule py-1.5">
                      <b>{p.id.replaceAll(".", "·")}</b> {p.name}, {p.place}
                    </li>
                  ))}
              </ul>
            </>
          );
        }}
      </WiringPlaces>
    </main>
  );
}
