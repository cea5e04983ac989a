import { z } from "zod";
import { CATALOGUE, type ModeKind, type PartKind, type SizeRange } from "#core/unit/index.ts";

/** docs/parts.md: every kind of part with its terminals, its parameters and the ways it fails. */
export function partsPage(): string {
  const kinds = [...CATALOGUE.values()].sort((a, b) => a.type.localeCompare(b.type));
  return [
    "# Part types",
    "Written by `npm run schema` from the catalogue; a test keeps it in step. Units are V, A, Ω, F, H, W, °C and metres. " +
      "Weights are starting weights relative to an average failure; with what a failure looks and sounds like they are " +
      "common practice, without a source. A unit may give its own weights (`weights` of a part).",
    ...kinds.flatMap(section),
    "",
  ].join("\n\n");
}

function section(kind: PartKind): string[] {
  const optional = new Set(kind.optional);
  const terminals = kind.terminals.map((t) => `\`${t}\`${optional.has(t) ? " (may be left out)" : ""}`);
  const follows = kind.follows
    ? `A state may say ${kind.follows === "position" ? "where it stands (`positions`: open or closed)" : "how warm it is (`celsius`)"}.`
    : "";
  return [
    `## ${kind.type}`,
    `Terminals ${terminals.join(", ")}. ${parametersOf(kind)} ${follows}`.trim(),
    [
      "| failure mode | is | looks, sounds, smells | weight |",
      "| --- | --- | --- | --- |",
      ...kind.modes.map(row),
    ].join("\n"),
  ];
}

function parametersOf(kind: PartKind): string {
  const schema = z.toJSONSchema(kind.parameters, { io: "input" }) as {
    properties?: Record<string, { default?: string | number | boolean; enum?: readonly string[] }>;
    required?: readonly string[];
  };
  const names = Object.entries(schema.properties ?? {}).map(([name, { default: usual, enum: words }]) => {
    const of = words ? `, one of ${words.join(", ")}` : "";
    const needed = schema.required?.includes(name) ? " (needed)" : "";
    return `\`${name}\`${needed}${usual !== undefined ? ` = ${String(usual)}` : ""}${of}`;
  });
  return names.length > 0 ? `Parameters ${names.join("; ")}.` : "No parameters.";
}

function row({ id, name, looks, weight, sizes, onlyWith, intermittent }: ModeKind): string {
  const notes = [
    sizes ? `size ${rangeText(sizes)}` : "",
    onlyWith ? `only with \`${onlyWith}\`` : "",
    intermittent !== undefined ? "comes and goes" : "",
  ].filter((note) => note !== "");
  return `| \`${id}\` | ${[name, ...notes].join("; ")} | ${looks} | ${Number(weight.toPrecision(2))} |`;
}

function rangeText({ from, to, as }: SizeRange): string {
  return as === "ohms" ? `${from} to ${to} Ω` : `${from} to ${to} times what it should be`;
}
