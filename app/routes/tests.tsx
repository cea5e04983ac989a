import { Link, useSearchParams } from "react-router";
import { COMPONENT_TESTS, FAMILIES } from "#core/component/index.ts";
import type { Route } from "./+types/tests";
import { translated } from "../language/tongue.ts";

export const meta: Route.MetaFunction = () => [{ title: translated("Component tests · Zygodrome") }];

/** All component tests by family. Opened from a job, each leads back to it. */
export default function TestsPage() {
  const [search] = useSearchParams();
  const query = search.size > 0 ? `?${search.toString()}` : "";
  return (
    <main className="mx-auto max-w-6xl p-4 md:p-6">
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">Component tests</h1>
      <p className="pt-2 text-ink-soft">
        One part, a meter, a verdict with its limits. Each works without a job and without a unit.{" "}
        <Link className="font-semibold text-ink underline underline-offset-4" to={`/strip${query}`}>
          Something trips or blows? Strip it down.
        </Link>{" "}
        <Link className="font-semibold text-ink underline underline-offset-4" to="/tests/sheet">
          Many alike pairs? Walk them beside a good board.
        </Link>
      </p>
      <div className="columns-1 gap-8 pt-3 md:columns-2">
        {FAMILIES.map((family) => (
          <section key={family} className="break-inside-avoid pb-4">
            <h2 className="section-title border-b border-ink pb-0.5">{family}</h2>
            <ul>
              {COMPONENT_TESTS.filter((t) => t.family === family).map((t) => (
                <li key={t.id}>
                  <Link to={`/tests/${t.id}${query}`} className="flex min-h-11 flex-col justify-center py-1">
                    <span className="font-semibold underline decoration-rule underline-offset-4">
                      {t.name}
                    </span>
                    <span className="text-[0.9375rem] text-ink-soft">{t.purpose}</span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </main>
  );
}
