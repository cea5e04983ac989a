import type { JobView } from "#core/view/index.ts";

/** Where the job stands, in words as strong as the evidence: measured, following from it, only said, still open. */
export function RecapPanel({ recap }: { recap: JobView["recap"] }) {
  return (
    <section aria-label="Recap" data-testid="recap" className="border-t-[1.5px] border-ink px-4 py-2.5">
      <h2 className="section-title pb-1">Recap</h2>
      <dl className="grid gap-x-4 gap-y-1 sm:grid-cols-[6rem_1fr]">
        <Lines term="Measured" lines={recap.measured} none="Nothing yet." />
        {recap.follows.length > 0 && (
          <Lines term="Follows" note="if there is one fault" lines={recap.follows} none="" />
        )}
        {recap.claimed.length > 0 && <Lines term="Claimed" lines={recap.claimed} none="" />}
        <Lines
          term="Still open"
          lines={recap.open.length > 0 ? [recap.open.join(" · ")] : []}
          none="Nothing."
        />
        <Lines term="Not tested" lines={recap.untested} none="Nothing." />
      </dl>
    </section>
  );
}

interface LinesProps {
  term: string;
  note?: string;
  lines: readonly string[];
  none: string;
}

function Lines({ term, note, lines, none }: LinesProps) {
  return (
    <>
      <dt className="font-bold">
        {term}
        {note && <span className="block text-sm font-normal text-ink-soft">{note}</span>}
      </dt>
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
