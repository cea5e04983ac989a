import type { JobView } from "#core/view/index.ts";
import { Clock } from "../../ui/Clock.tsx";

/** What was done, what lay behind it, and what proves that it holds. */
export function ReportRepairs({ view, nameOf }: { view: JobView; nameOf: (id: string) => string }) {
  const { repairs, closed } = view.state;
  if (repairs.length === 0 && closed?.body.waived === undefined) return null;
  return (
    <section>
      <h2 className="section-title pb-1">What was done</h2>
      {repairs.map(({ event, body }) => (
        <div key={event.id} className="border-t border-rule-faint py-1">
          <p className="font-semibold">{body.what}</p>
          <p>Behind it: {body.cause}</p>
          <p className="text-[0.9375rem] text-ink-soft">
            {nameOf(event.person)}, <Clock at={event.at} withDate />
          </p>
        </div>
      ))}
      {view.proof && view.proof.rows.length > 0 && (
        <ul aria-label="Proof">
          {view.proof.rows.map((row) => (
            <li key={row.finding} className="border-t border-rule-faint py-1">
              {row.check}, {row.setup}: was <span className="reading">{row.was}</span>,{" "}
              {row.is === undefined ? (
                "not made again"
              ) : (
                <>
                  is <span className="reading font-semibold">{row.is}</span>
                  {row.now === "right" ? "" : ", still wrong"}
                </>
              )}
            </li>
          ))}
        </ul>
      )}
      {view.proof && view.proof.safety.some((s) => s.is !== undefined) && (
        <ul aria-label="Tests before it goes back">
          {view.proof.safety.map((s) => (
            <li key={s.test} className="border-t border-rule-faint py-1">
              {s.name}:{" "}
              {s.is === undefined ? "not made" : <span className="reading font-semibold">{s.is}</span>}
              {s.limit && ` (${s.limit})`}
              {s.now === "fails" ? ", does not pass" : ""}
            </li>
          ))}
        </ul>
      )}
      {[...view.state.settings].map(([name, { before, after }]) => (
        <p key={name} className="border-t border-rule-faint py-1">
          {name}: {before ? `was ${before.value}, ` : ""}
          {after ? `set to ${after.value}` : "not set yet"}
        </p>
      ))}
      {closed?.body.waived !== undefined && (
        <p className="border-l-4 border-hazard pl-3">Closed without its proof: {closed.body.waived}</p>
      )}
    </section>
  );
}
