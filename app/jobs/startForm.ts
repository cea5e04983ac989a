/** The Start a job form as plain data, for `newJob` to validate. */
export function readStartForm(form: FormData): Record<string, unknown> {
  const text = (name: string) => String(form.get(name) ?? "");
  const seen: Record<string, boolean> = {};
  for (const [name, value] of form) if (name.startsWith("seen-") && value !== "") seen[name.slice("seen-".length)] = value === "yes";
  const items = form.getAll("claim-item").map(String);
  const claims = form
    .getAll("claim-text")
    .map((claim, i) => ({ text: String(claim).trim(), ...(items[i] ? { item: items[i] } : {}) }))
    .filter((claim) => claim.text !== "");
  return { id: text("id"), unit: text("unit"), person: text("person"), label: text("label").trim(), complaint: text("complaint"), seen, claims };
}
