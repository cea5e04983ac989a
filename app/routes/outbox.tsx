import { Link } from "react-router";
import { listLetters } from "#server/outbox/outbox.ts";
import type { Route } from "./+types/outbox";
import { translated } from "../language/tongue.ts";
import { Clock } from "../ui/Clock.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Outbox · Zygodrome") }];

export async function loader() {
  return { letters: await listLetters() };
}

/** Letters to customers, as they would have gone out. */
export default function Outbox({ loaderData: { letters } }: Route.ComponentProps) {
  return (
    <main className="mx-auto max-w-3xl p-4 md:p-6">
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">Outbox</h1>
      <p className="py-2 text-ink-soft">
        This version keeps letters and sends none. Each has the page that went with it.
      </p>
      {letters.length === 0 ? (
        <p className="py-4 text-lg">No letter yet. One is written on a job’s page for the customer.</p>
      ) : (
        <ul>
          {letters.map((letter) => (
            <li key={letter.id} className="border-t border-rule bg-sheet px-3 py-2">
              <p>
                {letter.job === null ? (
                  <b>{letter.subject}</b>
                ) : (
                  <Link
                    to={`/jobs/${letter.job}/customer`}
                    className="inline-flex min-h-11 items-center font-bold underline underline-offset-4"
                  >
                    {letter.subject}
                  </Link>
                )}{" "}
                <span className="text-ink-soft">
                  to {letter.address}, {letter.person}, <Clock at={letter.at} withDate />
                </span>
              </p>
              <p className="break-words whitespace-pre-line">{letter.body}</p>
              {letter.job !== null && (
                <a
                  href={`/outbox/${letter.id}.pdf`}
                  className="inline-flex min-h-11 items-center underline underline-offset-4"
                >
                  The page that went with it
                </a>
              )}
            </li>
          ))}
        </ul>
      )}
    </main>
  );
}
