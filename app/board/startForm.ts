/** What a claim about a part says when nothing was written beside it. */
const SAID_GOOD = "said to be good";

/** The Start a job form as plain data, for `newJob` to validate. */
export function readStartForm(form: FormData): Record<string, unknown> {
  const text = (name: string) => textOf(form.get(name));
  const seen: Record<string, string> = {};
  for (const [name, value] of form)
    if (name.startsWith("seen-") && value !== "") seen[name.slice("seen-".length)] = textOf(value);
  // One choice may answer several questions: "reaches-fill:yes,reaches-wash:no".
  for (const choice of form.getAll("answers"))
    for (const answer of textOf(choice).split(",").filter(Boolean)) {
      const colon = answer.lastIndexOf(":");
      seen[answer.slice(0, colon)] = answer.slice(colon + 1);
    }
  const items = form.getAll("claim-item").map(textOf);
  const claims = form
    .getAll("claim-text")
    .map((claim, i) => ({ text: textOf(claim).trim(), ...(items[i] ? { item: items[i] } : {}) }))
    // A part alone is a claim as well: somebody said that it is good.
    .map((claim) => (claim.text === "" && claim.item ? { ...claim, text: SAID_GOOD } : claim))
    .filter((claim) => claim.text !== "");
  return {
    id: text("id"),
    unit: text("unit"),
    person: text("person"),
    label: text("label").trim(),
    complaint: text("complaint"),
    seen,
    claims,
    // A box that is not ticked sends nothing; that it was asked is said beside it.
    learned: text("learned-asked") === "" || text("learned") !== "",
    ...(text("made").trim() === "" ? {} : { made: text("made") }),
    ...(text("comeBackOf") === "" ? {} : { comeBackOf: text("comeBackOf") }),
  };
}

/** A file sent in place of a text counts as nothing. */
function textOf(value: FormDataEntryValue | null): string {
  return typeof value === "string" ? value : "";
}
