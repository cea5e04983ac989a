/** The Start a job form as plain data, for `newJob` to validate. */
export function readStartForm(form: FormData): Record<string, unknown> {
  const text = (name: string) => textOf(form.get(name));
  const seen: Record<string, boolean> = {};
  for (const [name, value] of form)
    if (name.startsWith("seen-") && value !== "") seen[name.slice("seen-".length)] = value === "yes";
  const items = form.getAll("claim-item").map(textOf);
  const claims = form
    .getAll("claim-text")
    .map((claim, i) => ({ text: textOf(claim).trim(), ...(items[i] ? { item: items[i] } : {}) }))
    .filter((claim) => claim.text !== "");
  return {
    id: text("id"),
    unit: text("unit"),
    person: text("person"),
    label: text("label").trim(),
    complaint: text("complaint"),
    seen,
    claims,
  };
}

/** A file sent in place of a text counts as nothing. */
function textOf(value: FormDataEntryValue | null): string {
  return typeof value === "string" ? value : "";
}
