import { SECTIONS, type WorkshopProblem } from "#core/workshop/index.ts";
import type { WorkshopCheck as Check } from "./useChecked.ts";

interface Props {
  check: Check;
  onGo: (problem: WorkshopProblem) => void;
}

/** What the model says of itself: what keeps it from being saved, what is probably not meant, each a way to where it is. */
export function WorkshopCheck({ check, onGo }: Props) {
  const { problems, doubts, current, doubting, trouble } = check;
  const wrong = [...problems, ...doubts.filter((d) => d.level === "wrong")];
  const doubtful = doubts.filter((d) => d.level === "doubt");
  return (
    <div data-testid="workshop-check" data-current={current && !doubting ? "true" : undefined}>
      {trouble && (
        <p role="alert" className="font-semibold text-hazard">
          The model could not be looked through: {trouble}
        </p>
      )}
      <p role="status" className="py-1">
        {!current
          ? "Looking…"
          : problems.length > 0
            ? `Not a model yet: ${problems.length === 1 ? "one thing is" : `${problems.length} things are`} wrong.`
            : doubting
              ? "It reads. Every state is being solved…"
              : wrong.length + doubtful.length === 0
                ? "It reads, every state has an answer, and nothing looks unmeant."
                : wrong.length > 0
                  ? "It reads, but some of it has no sound answer."
                  : "It reads and every state has an answer."}
      </p>
      <Problems title="Wrong" problems={wrong} onGo={onGo} />
      <Problems title="Probably not meant" problems={doubtful} onGo={onGo} />
    </div>
  );
}

const MOST_SHOWN = 60;

function Problems({
  title,
  problems,
  onGo,
}: {
  title: string;
  problems: readonly WorkshopProblem[];
  onGo: Props["onGo"];
}) {
  if (problems.length === 0) return null;
  return (
    <section aria-label={title}>
      <h3 className="section-title border-b border-rule">
        {title}, {problems.length}
      </h3>
      <ul>
        {problems.slice(0, MOST_SHOWN).map((p, i) => (
          <li key={i}>
            <button
              type="button"
              onClick={() => onGo(p)}
              className={`min-h-11 w-full border-l-4 py-1 pl-3 text-left ${p.level === "wrong" ? "border-hazard" : "border-live"}`}
            >
              <strong className="block text-[0.9375rem]">
                {SECTIONS.find((s) => s.id === p.section)?.title}
                {p.record && ` · ${p.record}`}
              </strong>
              {p.message}
            </button>
          </li>
        ))}
      </ul>
      {problems.length > MOST_SHOWN && <p>and {problems.length - MOST_SHOWN} more</p>}
    </section>
  );
}
