import { recordsOf, SECTIONS, type Json, type Section, type WorkshopProblem } from "#core/workshop/index.ts";
import { inputClass } from "../ui/Field.tsx";

interface Props {
  file: Json;
  chosen: Section;
  problems: readonly WorkshopProblem[];
  onChoose: (section: Section) => void;
}

const GROUPS = [...new Set(SECTIONS.map((s) => s.group))];

/** The chapters of a model with how much each holds; where something is wrong is said there. */
export function SectionNav({ file, chosen, problems, onChoose }: Props) {
  const wrong = new Map<string, number>();
  for (const p of problems) if (p.level === "wrong") wrong.set(p.section, (wrong.get(p.section) ?? 0) + 1);
  const count = (s: Section) => (s.shape === "one" ? "" : String(recordsOf(file, s).length));
  return (
    <>
      <label className="flex flex-col gap-1 font-bold lg:hidden">
        Chapter
        <select
          className={inputClass}
          value={chosen.id}
          onChange={(e) => onChoose(SECTIONS.find((s) => s.id === e.target.value)!)}
        >
          {SECTIONS.map((s) => (
            <option key={s.id} value={s.id}>
              {s.title} {count(s)}
              {wrong.has(s.id) ? `, ${wrong.get(s.id)} wrong` : ""}
            </option>
          ))}
        </select>
      </label>
      <nav aria-label="Chapters" className="hidden lg:block">
        {GROUPS.map((group) => (
          <div key={group} className="pb-3">
            <h2 className="section-title border-b border-rule">{group}</h2>
            <ul>
              {SECTIONS.filter((s) => s.group === group).map((s) => (
                <li key={s.id}>
                  <button
                    type="button"
                    aria-current={s === chosen ? "true" : undefined}
                    onClick={() => onChoose(s)}
                    className={`flex min-h-11 w-full items-center gap-2 border-l-4 pl-2 text-left ${s === chosen ? "border-here bg-here-soft font-bold" : "border-transparent"}`}
                  >
                    <span className="grow">{s.title}</span>
                    {wrong.has(s.id) && (
                      <span className="text-[0.875rem] font-bold text-hazard">{wrong.get(s.id)} wrong</span>
                    )}
                    <span className="reading pr-2 text-[0.875rem] text-ink-soft">{count(s)}</span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
        ))}
      </nav>
    </>
  );
}
