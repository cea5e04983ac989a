import { data, Link } from "react-router";
import { newestModel } from "#server/units/models.ts";
import type { Route } from "./+types/unit-files";
import { translated } from "../language/tongue.ts";
import { UnitFiles } from "../files/UnitFiles.tsx";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: translated(`Files of ${loaderData?.unit.name ?? "a unit"} · Zygodrome`) },
];

export async function loader({ params }: Route.LoaderArgs) {
  const model = await newestModel(params.unit);
  if (!model) throw data(`This shop has no unit “${params.unit}”. Choose one on the board.`, { status: 404 });
  return { unit: model.unit };
}

/** A unit in the formats that other programs read. */
export default function UnitFilesPage({ loaderData: { unit } }: Route.ComponentProps) {
  return (
    <main className="mx-auto max-w-3xl p-4 md:p-6">
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">Files of {unit.name}</h1>
      <Link
        to={`/units/${unit.id}`}
        className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
      >
        Back to the unit
      </Link>
      <UnitFiles unit={unit} />
    </main>
  );
}
