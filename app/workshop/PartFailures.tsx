import { failuresOf, type Json } from "#core/workshop/index.ts";

/** The ways the part in hand can fail, and what each looks, sounds or smells like. */
export function PartFailures({ part }: { part: Json }) {
  const failures = failuresOf(part);
  if (failures.length === 0) return null;
  return (
    <section aria-label="How it fails" className="pt-3">
      <h3 className="section-title border-b border-rule">
        How {typeof part["id"] === "string" ? part["id"] : "it"} fails
      </h3>
      <dl>
        {failures.map(({ id, name, looks, share }) => (
          <div key={id} className="border-b border-rule-faint py-1">
            <dt className="flex justify-between gap-3 font-bold">
              {name}
              <span className="reading font-normal">{share} of 100</span>
            </dt>
            <dd className="text-[0.9375rem] text-ink-soft">{looks}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
