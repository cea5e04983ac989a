import { Term } from "../../guide/Term.tsx";
import type { ItemView, JobView } from "#core/view/index.ts";
import type { EventBody } from "#core/job/index.ts";
import { useId, useState } from "react";
import { useShop } from "../../ui/ShopBar.tsx";
import { money } from "../../words/money.ts";
import { percentText } from "../../words/percent.ts";
import { LearnedNote } from "./LearnedNote.tsx";

/** Who is left: replaceable items by chance, with the findings for and against. */
export function SuspectList({
  view,
  isComputing,
  onEnter,
}: {
  view: JobView;
  /** How the unit can fail is being computed. */
  isComputing: boolean;
  onEnter: (body: EventBody) => void;
}) {
  if (view.readingsOnly)
    return (
      <section aria-label="Suspects" className="grow px-4 py-2.5">
        <h2 className="section-title">Suspects</h2>
        <p className="py-2 text-ink-soft">
          {isComputing ? "They are being computed." : "None are computed for this unit."}
        </p>
      </section>
    );
  const shown = view.items.filter((item, i) => i < 3 || item.chance >= 0.01);
  return (
    <section aria-label="Suspects" className="grow px-4 py-2.5">
      <h2 className="section-title">
        Left: {view.standingSuspects} of {view.totalSuspects} <Term id="suspect">suspects</Term>, in{" "}
        {view.standingItems} replaceable <Term id="item">item{view.standingItems === 1 ? "" : "s"}</Term>,
        each with its <Term id="chance">chance</Term>
      </h2>
      <ol data-testid="suspects">
        {shown.map((item) => (
          <ItemRow key={item.id} item={item} />
        ))}
      </ol>
      {view.ambiguous.length > 0 && (
        <div className="border-t border-rule text-[0.9375rem]">
          {view.ambiguous.map((group) => (
            <details key={group.join()} className="border-b border-rule-faint">
              <summary className="min-h-11 cursor-pointer py-2.5">
                The listed checks can’t separate {group.length} suspects
                <span className="text-ink-soft">: {group[0]} …</span>
              </summary>
              <ul className="list-disc pb-2 pl-6 text-ink-soft">
                {group.map((name) => (
                  <li key={name}>{name}</li>
                ))}
              </ul>
            </details>
          ))}
        </div>
      )}
      {view.learned && !view.state.closed && (
        <LearnedNote learned={view.learned} onSwitch={(on) => onEnter({ type: "learning", on })} />
      )}
    </section>
  );
}

function ItemRow({ item }: { item: ItemView }) {
  const { currency } = useShop().settings;
  const [open, setOpen] = useState(false);
  const id = useId();
  const percent = Math.round(item.chance * 100);
  const single = new Set(item.suspects.map((s) => s.name)).size === 1;
  return (
    <li data-item={item.id} className="border-t border-rule-faint">
      <button
        type="button"
        aria-expanded={open}
        aria-controls={id}
        onClick={() => setOpen(!open)}
        className="grid min-h-11 w-full grid-cols-[4rem_1fr_auto] items-baseline gap-x-3 py-1.5 text-left"
      >
        <span className="reading text-right text-xl font-semibold whitespace-nowrap">
          {percentText(item.chance)}
          <span className="text-sm"> %</span>
        </span>
        <span>
          <strong>{item.name}</strong>{" "}
          <span className="text-[0.9375rem] text-ink-soft">
            {item.suspects
              .slice(0, 2)
              .map((s) =>
                s.mode === "" || single ? s.mode : `${s.unlisted ? s.name : s.id.split(":")[0]} ${s.mode}`,
              )
              .filter(Boolean)
              .join(", ")}
          </span>
        </span>
        <span className="text-[0.9375rem]">{remedyText(item, currency)}</span>
        <span
          aria-hidden
          className="col-start-2 mt-1 h-[5px] bg-here"
          style={{ width: `${Math.max(1, percent)}%` }}
        />
      </button>
      {open && (
        <div id={id} className="pb-3 pl-[4.75rem] text-[0.9375rem]">
          <ul>
            {item.suspects.map((s) => (
              <li key={s.id} className="flex justify-between gap-3">
                <span>
                  {s.name}
                  {s.mode && `, ${s.mode}`}
                  {s.size && <strong className="font-semibold">, {s.size}</strong>}
                  {s.unlisted && <span className="text-ink-soft"> (on no part’s list)</span>}
                  {s.looks && <span className="block text-ink-soft">{s.looks}</span>}
                </span>
                <span className="reading">{percentText(s.chance)} %</span>
              </li>
            ))}
          </ul>
          {item.note && <p className="border-l-4 border-hazard px-2 font-semibold">{item.note}</p>}
          {item.evidence.length === 0 ? (
            <p className="pt-1 text-ink-soft">No finding speaks for or against it yet.</p>
          ) : (
            <ul className="pt-1">
              {item.evidence.map((e) => (
                <li key={e.finding}>
                  <strong>{e.factor > 1 ? "for" : "against"}</strong> {e.text}{" "}
                  <span className="text-ink-soft">({factorText(e.factor)})</span>
                </li>
              ))}
            </ul>
          )}
        </div>
      )}
    </li>
  );
}

function remedyText({ remedy, price, minutes }: ItemView, currency: string): string {
  if (remedy === undefined) return "";
  return remedy === "replace" && price !== undefined
    ? `${money(price, currency)}, ${minutes} min`
    : `${remedy}, ${minutes} min`;
}

function factorText(factor: number): string {
  const size = factor > 1 ? factor : 1 / factor;
  const shown = size > 100 ? "over 100" : size >= 10 ? String(Math.round(size)) : size.toFixed(1);
  return factor > 1 ? `${shown} times likelier` : `${shown} times less likely`;
}
