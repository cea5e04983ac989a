import { KEYS, LINES } from "./keys.ts";

/** Every key that does something in a job, and how a line is written. */
export function KeyList() {
  return (
    <>
      <dl className="grid grid-cols-[4rem_1fr] gap-x-4 gap-y-1.5">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="reading border border-b-2 border-ink text-center font-semibold">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <dl className="border-t-[1.5px] border-ink pt-2">
        {LINES.map(([line, what]) => (
          <div key={line} className="flex flex-wrap justify-between gap-x-4 border-b border-rule-faint py-1">
            <dt className="reading font-semibold">{line}</dt>
            <dd className="text-ink-soft">{what}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}
