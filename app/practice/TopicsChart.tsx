import type { Topic } from "#server/practice/progress.ts";
import { BarChart } from "../logbook/BarChart.tsx";

/** How many of each were worked, how many of them were found, and what the table says beside it. */
export function TopicsChart({ title, topics }: { title: string; topics: readonly Topic[] }) {
  return (
    <figure className="flex flex-col gap-2">
      <figcaption className="font-bold">{title}: worked, and found of them</figcaption>
      <BarChart
        bars={topics.map((t) => ({ name: t.topic, values: [t.done, t.right] }))}
        together="within"
        label={`${title}: ${topics.map((t) => `${t.topic}, ${t.right} of ${t.done} found`).join("; ")}`}
      />
      <table className="w-full text-left text-[0.9375rem]">
        <thead>
          <tr className="border-b border-ink">
            <th className="py-1 pr-2">{title.replace("By ", "").replace(/^./u, (c) => c.toUpperCase())}</th>
            <th className="py-1 pr-2">Found</th>
            <th className="py-1 pr-2">Dangerous slips</th>
            <th className="py-1">Minutes, times the best</th>
          </tr>
        </thead>
        <tbody>
          {topics.map((t) => (
            <tr key={t.topic} className="border-b border-rule-faint">
              <td className="py-1 pr-2">{t.topic}</td>
              <td className="reading py-1 pr-2">
                {t.right} of {t.done}
              </td>
              <td className="reading py-1 pr-2">{t.dangers}</td>
              <td className="reading py-1">{t.ratio === undefined ? "–" : t.ratio.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}
