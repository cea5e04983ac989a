import { data } from "react-router";
import { newestFile } from "#server/units/models.ts";
import { listPictures } from "#server/units/pictures.ts";
import type { Route } from "./+types/unit-workshop";
import { translated } from "../language/tongue.ts";
import { WorkshopDesk } from "../workshop/WorkshopDesk.tsx";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: translated(`Workshop · ${loaderData?.name ?? "Unit"} · Zygodrome`) },
];

export async function loader({ params }: Route.LoaderArgs) {
  const found = await newestFile(params.unit);
  if (!found) throw data(`This shop has no unit “${params.unit}”. Choose one on the board.`, { status: 404 });
  const { name } = found.file;
  const pictures = await listPictures(params.unit);
  return {
    unit: params.unit,
    pictures,
    base: found.hash,
    file: found.file,
    name: typeof name === "string" ? name : params.unit,
  };
}

/** A unit's model, to be made and mended. */
export default function UnitWorkshopPage({
  loaderData: { unit, name, base, file, pictures },
}: Route.ComponentProps) {
  return (
    <WorkshopDesk
      key={`${unit} ${base}`}
      unit={unit}
      name={name}
      base={base}
      file={file}
      pictures={pictures}
    />
  );
}
