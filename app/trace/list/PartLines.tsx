import { describeListProblem, type ListProblem, type NamedPart } from "#core/trace/index.ts";
import { inputClass } from "../../ui/Field.tsx";

interface Props {
  parts: readonly NamedPart[];
  said: Readonly<Record<string, string>>;
  problems: readonly ListProblem[];
  onSaid: (said: Readonly<Record<string, string>>) => void;
}

/** Every part that the rows name: what its letters say it is, and a line to say it better. */
export function PartLines({ parts, said, problems, onSaid }: Props) {
  const shown = parts.filter((p) => p.kind?.role !== "pin");
  if (shown.length === 0) return null;
  return (
    <section aria-label="Parts" className="flex flex-col gap-1">
      <h2 className="section-title border-b border-rule pb-1">Parts: what they are, as on their plates</h2>
      <ul className="grid gap-x-6 sm:grid-cols-2">
        {shown.map((part) => {
          const problem = problems.find((p) => "part" in p && p.part === part.id);
          return (
            <li key={part.id} className="border-b border-rule-faint py-1">
              <label className="flex items-center gap-3">
                <span className="reading w-14 shrink-0 text-lg font-semibold">{part.id}</span>
                <input
                  className={`${inputClass} reading min-w-0 grow`}
                  maxLength={200}
                  autoCapitalize="off"
                  autoComplete="off"
                  spellCheck={false}
                  aria-invalid={problem ? true : undefined}
                  placeholder={part.kind ? part.kind.names[0] : "what is it?"}
                  value={said[part.id] ?? ""}
                  onChange={(e) => onSaid({ ...said, [part.id]: e.target.value })}
                />
              </label>
              {problem && (
                <p role="alert" className="pt-1 text-[0.9375rem] font-semibold text-hazard">
                  {describeListProblem(problem)}
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
