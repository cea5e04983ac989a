import { differenceInCalendarDays } from "date-fns";
import { machineNow } from "#server/watch/machine.ts";
import type { Route } from "./+types/machine";
import { translated } from "../language/tongue.ts";
import { bytesText } from "../offline/room.ts";
import { Clock } from "../ui/Clock.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("The machine · Zygodrome") }];

export async function loader() {
  const machine = await machineNow();
  const last = machine.backups[0]?.at;
  return { machine, days: last === undefined ? undefined : differenceInCalendarDays(new Date(), last) };
}

/** A backup that is older than this is said to be, days. */
const OLD_DAYS = 7;

/** What is kept, when it was last saved, and what runs: for a lead. */
export default function MachinePage({ loaderData: { machine, days } }: Route.ComponentProps) {
  const { readiness, backups } = machine;
  const facts: readonly (readonly [string, string])[] = [
    ["Zygodrome", machine.program],
    ["Node", machine.node],
    ["PostgreSQL", machine.postgres],
    ["Database", `${bytesText(machine.bytes)}, all shops`],
    ["This shop", `${machine.jobs} jobs, ${machine.entries} entries`],
    ["Photographs and papers", `${machine.files}, ${bytesText(machine.fileBytes)}`],
  ];
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-5 p-4 md:p-6">
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">The machine</h1>
      {!readiness.ready && (
        <p role="alert" className="border-l-4 border-hazard pl-3 font-semibold text-hazard">
          {readiness.database === "gone"
            ? "The database does not answer."
            : `The database is ${readiness.schema} than this version of the program: stop it and start it again.`}
        </p>
      )}
      <section aria-labelledby="backup">
        <h2 id="backup" className="border-b border-rule pb-1 text-xl font-bold">
          Last saved
        </h2>
        <p
          className={`py-2 text-lg ${days === undefined || days > OLD_DAYS ? "font-semibold text-hazard" : ""}`}
        >
          {days === undefined
            ? "Never. What is recorded is on this machine’s disk only."
            : days === 0
              ? "Today."
              : days === 1
                ? "Yesterday."
                : `${days} days ago.${days > OLD_DAYS ? " Save it again." : ""}`}
        </p>
        <p>
          Whoever has the machine’s console saves everything into one file by{" "}
          <span className="reading break-words">npx zygodrome backup FILE</span>, also while people work.
        </p>
        {backups.length > 0 && (
          <ul className="pt-2">
            {backups.map(({ at, bytes }) => (
              <li key={at} className="border-t border-rule-faint py-1.5">
                <Clock at={at} withDate />, {bytesText(bytes)}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-labelledby="facts">
        <h2 id="facts" className="border-b border-rule pb-1 text-xl font-bold">
          What runs, and what is kept
        </h2>
        <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1 pt-2">
          {facts.map(([name, value]) => (
            <div key={name} className="contents">
              <dt className="text-ink-soft">{name}</dt>
              <dd className="reading">{value}</dd>
            </div>
          ))}
        </dl>
      </section>
    </main>
  );
}
