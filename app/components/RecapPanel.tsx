import type { JobView } from "#core/job/index.ts";

/** Where the job stands, in sentences: proven by which finding, only assumed, still open. */
export function RecapPanel({ recap }: { recap: JobView["recap"] }) {
  return (
    <section aria-label="Recap" data-testid="recap" className="border-t-[1.5px] border-ink px-4 py-2.5">
      <h2 className="section-title pb-1">Recap</h2>
      <dl className="grid gap-x-4 gap-y-1 sm:grid-cols-[6rem_1fr]">
        <Lines term="Proven" lines={recap.proven} none="Nothing yet." />
        <Lines
          term="Still open"
          lines={recap.open.length > 0 ? [recap.open.join(" · ")] : []}
          none="Nothing."
        />
        <Lines term="Assumed" lines={recap.assumed} none="Nothing." />
      </dl>
    </section>
  );
}

function Lines({ term, lines, none }: { term: string; lines: readonly string[]; none: string }) {
  return (
    <>
      <dt className="font-bold">{term}</dt>
      <dd className="pb-1">
        {lines.length === 0 ? (
          <span className="text-ink-soft">{none}</span>
        ) : (
          <ul>
            {lines.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        )}
      </dd>
    </>
  );
}
