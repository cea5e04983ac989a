import { data } from "react-router";
import { newestFile } from "#server/units/models.ts";
import type { Route } from "./+types/unit-workshop";
import { WorkshopDesk } from "../workshop/WorkshopDesk.tsx";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `Workshop · ${loaderData?.name ?? "Unit"} · Zygodrome` },
];

export async function loader({ params }: Route.LoaderArgs) {
  const found = await newestFile(params.unit);
  if (!found) throw data(`This shop has no unit “${params.unit}”. Choose one on the board.`, { status: 404 });
  const { name } = found.file;
  return {
    unit: params.unit,
    base: found.hash,
    file: found.file,
    name: typeof name === "string" ? name : params.unit,
  };
}

/** A unit's model, to be made and mended. */
export default function UnitWorkshopPage({ loaderData: { unit, name, base, file } }: Route.ComponentProps) {
  return <WorkshopDesk key={`${unit} ${base}`} unit={unit} name={name} base={base} file={file} />;
}
