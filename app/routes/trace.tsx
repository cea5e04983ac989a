import { data } from "react-router";
import { newestModel } from "#server/units/models.ts";
import type { Route } from "./+types/trace";
import { translated } from "../language/tongue.ts";
import { TraceDesk } from "../trace/TraceDesk.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Trace a circuit · Zygodrome") }];

export async function loader({ params }: Route.LoaderArgs) {
  if (params.unit === undefined) return { unit: undefined };
  const model = await newestModel(params.unit);
  if (!model) throw data(`This shop has no unit “${params.unit}”. Choose one on the board.`, { status: 404 });
  const { id, name, maker, traced } = model.unit;
  if (!traced) throw data(`${name} was not made by tracing its circuits.`, { status: 404 });
  return { unit: { id, name, maker, lines: traced } };
}

/** A new unit, or more of one, by walking its circuits. */
export default function TracePage({ loaderData: { unit } }: Route.ComponentProps) {
  return <TraceDesk key={unit?.id ?? "new"} unit={unit} />;
}
