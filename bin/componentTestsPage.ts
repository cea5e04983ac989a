import { COMPONENT_TESTS, FAMILIES, readEntries, type ComponentTest } from "#core/component/index.ts";

/** docs/component-tests.md: every component test with how it is made and where its limits lie, from the tables. */
export function componentTestsPage(): string {
  return [
    "# Component tests",
    "Written by `npm run schema` from the tables in core/component/parts; a test keeps it in step. Limits that depend on what " +
      "is entered are shown for the entries named. “Common practice” means that no standard is known that states the figure.",
    ...FAMILIES.flatMap((family) => [
      `## ${family}`,
      ...COMPONENT_TESTS.filter((t) => t.family === family).flatMap(section),
    ]),
    "",
  ].join("\n\n");
}

function section(of: ComponentTest): string[] {
  const steps = of.probes.map(
    ({ red, black, dial, note }) => `- ${dial}: red on ${red}, black on ${black}${note ? ` (${note})` : ""}`,
  );
  return [
    `### ${of.name}`,
    `\`${of.id}\`. ${of.purpose}`,
    ...(of.prepare.length > 0 ? [of.prepare.map((p) => `1. ${p}`).join("\n")] : []),
    ...(steps.length > 0 ? [steps.join("\n")] : []),
    ...limits(of),
  ];
}

/** Each limit as it is printed where its boundary test stands. */
function limits(of: ComponentTest): string[] {
  const rows = Object.entries(of.edges).flatMap(([id, edge]) => {
    const { values } = readEntries(of, { ...edge.with, [edge.move]: "1" });
    const judged = of.judge(values!.with(new Map([[edge.move, (edge.from + edge.to) / 2]])));
    const line = judged.limits.find((l) => l.id === id);
    const short = Object.keys(edge.with).length > 8 ? "as a good one reads" : entries(edge.with);
    return line ? [`| ${line.text} | ${short} | ${line.source} |`] : [];
  });
  return rows.length > 0 ? [["| limit | with | source |", "| --- | --- | --- |", ...rows].join("\n")] : [];
}

const entries = (given: Readonly<Record<string, string>>): string =>
  Object.entries(given)
    .map(([field, value]) => `${field} ${value}`)
    .join(", ");
