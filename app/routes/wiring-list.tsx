import { data } from "react-router";
import { newestModel } from "#server/units/models.ts";
import { listPictures } from "#server/units/pictures.ts";
import type { Route } from "./+types/wiring-list";
import { translated } from "../language/tongue.ts";
import { ListDesk } from "../trace/list/ListDesk.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Wiring list · Zygodrome") }];

export async function loader({ params }: Route.LoaderArgs) {
  if (params.unit === undefined) return { unit: undefined, pictures: [] };
  const model = await newestModel(params.unit);
  if (!model) throw data(`This shop has no unit “${params.unit}”. Choose one on the board.`, { status: 404 });
  const { id, name, maker, wired } = model.unit;
  if (!wired) throw data(`${name} was not made from a wiring list.`, { status: 404 });
  const rows = wired.rows.map(([from = "", to = "", colour = "", size = "", length = ""]) => ({
    from,
    to,
    colour,
    size,
    length,
  }));
  return {
    pictures: await listPictures(id),
    unit: { id, name, maker, supply: wired.supply, parts: wired.parts, rows },
  };
}

/** A new unit, or one of the library, by its wiring list. */
export default function WiringListPage({ loaderData: { unit, pictures } }: Route.ComponentProps) {
  return <ListDesk key={unit?.id ?? "new"} unit={unit} pictures={pictures} />;
}
