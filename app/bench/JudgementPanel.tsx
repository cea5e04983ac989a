import { lazy, Suspense } from "react";
import type { Judgement, Verdict } from "#core/component/index.ts";

const JudgementChart = lazy(async () => ({
  default: (await import("./JudgementChart.tsx")).JudgementChart,
}));

/** A verdict is told by its word and its mark. */
const WORDS: Readonly<Record<Verdict, { word: string; mark: string; class: string }>> = {
  good: { word: "Good", mark: "✓", class: "border-ink" },
  bad: { word: "Bad", mark: "✕", class: "border-hazard bg-hazard-soft" },
  doubtful: { word: "Not settled", mark: "?", class: "border-live bg-live-soft" },
  told: { word: "Computed", mark: "=", class: "border-here" },
};

/** What the readings say: the verdict, the arithmetic, the limits and where they come from. */
export function JudgementPanel({ judgement }: { judgement: Judgement | undefined }) {
  if (!judgement)
    return (
      <p data-testid="verdict" className="border-2 border-dashed border-rule p-4 text-ink-soft">
        The verdict stands here once the readings are in.
      </p>
    );
  const look = WORDS[judgement.verdict];
  return (
    <div className="flex flex-col gap-3">
      <div data-testid="verdict" role="status" className={`border-2 px-4 py-3 ${look.class}`}>
        <p className="flex items-baseline gap-2 text-[1.375rem] font-bold">
          <span aria-hidden>{look.mark}</span>
          {look.word}
        </p>
        <p className="text-lg">{judgement.sentence}</p>
        {judgement.advice?.map((a) => (
          <p key={a} className="pt-1">
            {a}
          </p>
        ))}
      </div>
      {judgement.working.length > 0 && (
        <div>
          <h2 className="section-title">The arithmetic</h2>
          {judgement.working.map((w) => (
            <p key={w} data-calculation className="reading border-t border-rule-faint py-1 break-words">
              {w}
            </p>
          ))}
        </div>
      )}
      {judgement.chart && (
        <Suspense fallback={<p className="text-ink-soft">Drawing the curve…</p>}>
          <JudgementChart chart={judgement.chart} />
        </Suspense>
      )}
      {judgement.limits.length > 0 && (
        <div>
          <h2 className="section-title">Limits</h2>
          {judgement.limits.map((l) => (
            <p key={l.text} className="border-t border-rule-faint py-1">
              {l.text} <span className="text-[0.9375rem] text-ink-soft">({l.source})</span>
            </p>
          ))}
        </div>
      )}
    </div>
  );
}

/** On a phone the verdict stays in sight above the fields while they are filled and the keyboard is open. */
export function VerdictLine({ judgement }: { judgement: Judgement | undefined }) {
  if (!judgement) return null;
  const look = WORDS[judgement.verdict];
  return (
    <p
      aria-hidden
      data-testid="verdict-line"
      className={`sticky top-0 z-10 -mx-4 border-y-2 bg-sheet px-4 py-1.5 lg:hidden ${look.class}`}
    >
      <b>
        {look.mark} {look.word}
      </b>{" "}
      {judgement.sentence}
    </p>
  );
}
