import { Term } from "../guide/Term.tsx";
import { useState } from "react";
import { data, Form, Link, redirect, useNavigation } from "react-router";
import { newJob, openJob } from "#server/jobs/openJob.ts";
import { closedLately, hasClosedJobs } from "#server/logbook/shopExperience.ts";
import { pool } from "#server/database/pool.ts";
import { prepareAnalysis } from "#server/workers/analysis.ts";
import { listUnits, newestModel } from "#server/units/models.ts";
import { uncleanText } from "#server/requests/cleanText.ts";
import type { Route } from "./+types/start-job";
import { translated } from "../language/tongue.ts";
import { Button } from "../ui/Button.tsx";
import { badlyWord } from "#core/view/index.ts";
import { Field, inputClass } from "../ui/Field.tsx";
import { PersonOptions, useShop } from "../ui/ShopBar.tsx";
import { UnitChoice } from "../board/UnitChoice.tsx";
import { BringJob } from "../board/BringJob.tsx";
import { SeenQuestions } from "../board/SeenQuestions.tsx";
import { codeChoices, openingChoices, stallChoices } from "../board/complaintChoices.ts";
import { rememberChoices } from "#server/people/choices.ts";
import { readStartForm } from "../board/startForm.ts";

export const meta: Route.MetaFunction = () => [{ title: translated("Start a job · Zygodrome") }];

export async function loader({ request }: Route.LoaderArgs) {
  const units = await listUnits();
  const wanted =
    new URL(request.url).searchParams.get("unit") ?? (units.length === 1 ? units[0]!.id : undefined);
  const model = wanted === undefined ? undefined : await newestModel(wanted);
  const unit = model?.unit;
  if (model) prepareAnalysis(model.hash, model.unit);
  if (wanted !== undefined && !unit)
    throw data(`This shop has no unit “${wanted}”. Choose one on the board.`, { status: 404 });
  const chosen = unit && {
    id: unit.id,
    name: unit.name,
    items: unit.items.map(({ id, name }) => ({ id, name })),
    questions: {
      stalls: stallChoices(unit),
      codes: codeChoices(unit),
      opens: openingChoices(unit),
      works: unit.observations
        .filter((o) => o.kind === "works")
        .map((o) => ({ ...o, badly: badlyWord(unit, o.part) })),
      heard: unit.observations.filter((o) => o.kind === "listen"),
    },
  };
  const lately = unit ? await closedLately(pool(), unit.id) : [];
  const hasLearned = unit !== undefined && (await hasClosedJobs(pool()));
  return { units, chosen, lately, hasLearned, jobId: crypto.randomUUID() };
}

export async function action({ request }: Route.ActionArgs) {
  const form = readStartForm(await request.formData().catch(() => new FormData()));
  const unclean = uncleanText(form);
  if (unclean)
    return data(
      { errors: { [unclean.split(".")[0]!]: "This has characters that cannot be kept." } },
      { status: 400 },
    );
  const parsed = newJob.safeParse(form);
  if (!parsed.success) {
    const errors = Object.fromEntries(
      parsed.error.issues.map((issue) => [String(issue.path[0]), issue.message]),
    );
    return data({ errors }, { status: 400 });
  }
  const unknown = await openJob(parsed.data);
  if (unknown)
    return data(
      {
        errors: { [unknown]: UNKNOWN[unknown] },
      },
      { status: 400 },
    );
  return redirect(`/jobs/${parsed.data.id}`, {
    headers: await rememberChoices({ person: parsed.data.person }),
  });
}

const UNKNOWN = {
  unit: "This shop has no such unit.",
  person: "Nobody of that name works on jobs here; who is learning works in Practice.",
  comeBackOf: "That is no closed job of this unit.",
} as const;

export default function StartJob({ loaderData, actionData }: Route.ComponentProps) {
  const { units, chosen, lately, hasLearned, jobId } = loaderData;
  const busy = useNavigation().state !== "idle";
  const errors: Record<string, string> = actionData?.errors ?? {};
  return (
    <main className="mx-auto max-w-3xl p-4 md:p-6">
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">Start a job</h1>
      <UnitChoice key={chosen?.id} units={units} chosen={chosen?.id} error={errors["unit"]} />
      {!chosen && <BringJob />}
      {!chosen && (
        <p className="pt-4 text-lg">
          Not among them?{" "}
          <Link
            to="/units/new"
            className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
          >
            Trace the dead circuit
          </Link>
          : a dozen lines make a unit that can be diagnosed.
        </p>
      )}
      {chosen && (
        <Form method="post" className="flex flex-col gap-7 pt-6">
          <input type="hidden" name="id" value={jobId} />
          <input type="hidden" name="unit" value={chosen.id} />
          {hasLearned && <input type="hidden" name="learned-asked" value="yes" />}
          <WhoseAndWhat lately={lately} errors={errors} />
          {hasLearned && (
            <label className="flex min-h-11 items-center gap-3">
              <input type="checkbox" name="learned" defaultChecked className="size-6 accent-here" />
              Start from what this shop has learned
            </label>
          )}
          <SeenQuestions key={chosen.id} {...chosen.questions} />
          <Claims items={chosen.items} />
          <div className="sticky bottom-0 border-t-2 border-ink bg-paper py-2 sm:flex sm:justify-end">
            <Button type="submit" look="main" className="max-sm:w-full" disabled={busy}>
              {busy ? "Opening…" : "Open the job"}
            </Button>
          </div>
        </Form>
      )}
    </main>
  );
}

type Loaded = Route.ComponentProps["loaderData"];

/** Which one it is, who works on it, what is wrong with it, and whether it was here before. */
function WhoseAndWhat({ lately, errors }: Pick<Loaded, "lately"> & { errors: Record<string, string> }) {
  const { person } = useShop();
  return (
    <>
      <div className="grid items-end gap-6 sm:grid-cols-3">
        <Field label="Which one is it" hint="Serial number or place" error={errors["label"]}>
          {(props) => <input {...props} name="label" maxLength={200} className={inputClass} />}
        </Field>
        <Field label="Year it was made" hint="From its rating plate" error={errors["made"]}>
          {(props) => (
            <input {...props} name="made" inputMode="numeric" maxLength={6} className={inputClass} />
          )}
        </Field>
        <Field label="Who is working on it" hint="Every entry carries the name" error={errors["person"]}>
          {(props) => (
            <select {...props} name="person" defaultValue={person ?? ""} className={inputClass}>
              <PersonOptions />
            </select>
          )}
        </Field>
      </div>
      <Field label="What is wrong, in the customer's words" error={errors["complaint"]}>
        {(props) => (
          <textarea
            {...props}
            name="complaint"
            rows={2}
            maxLength={2000}
            className={inputClass}
            placeholder="Fills and washes, rinse stays cold."
          />
        )}
      </Field>
      {lately.length > 0 && (
        <Field
          label="Has it come back?"
          hint="Then that job’s call is trusted less from now on."
          error={errors["comeBackOf"]}
        >
          {(props) => (
            <select {...props} name="comeBackOf" defaultValue="" className={inputClass}>
              <option value="">no</option>
              {lately.map((job) => (
                <option key={job.id} value={job.id}>
                  {`${String(job.number).padStart(4, "0")}, ${[job.label, job.itemName, job.closedAt.slice(0, 10)].filter(Boolean).join(", ")}`}
                </option>
              ))}
            </select>
          )}
        </Field>
      )}
    </>
  );
}

/** What others say of parts; each is a line of its own. */
function Claims({ items }: Pick<NonNullable<Loaded["chosen"]>, "items">) {
  const [claims, setClaims] = useState<readonly number[]>([]);
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="font-bold">What others have already done</legend>
      <p className="text-[0.9375rem] text-ink-soft">
        A part said to be new or proved good is a <Term id="claim">claim</Term>, not a fact. It weighs a
        little.
      </p>
      {claims.map((key) => (
        <div key={key} className="grid gap-2 sm:grid-cols-[14rem_1fr]">
          <select name="claim-item" aria-label="Part the claim is about" className={inputClass}>
            <option value="">no single part</option>
            {items.map((item) => (
              <option key={item.id} value={item.id}>
                {item.name}
              </option>
            ))}
          </select>
          <input
            name="claim-text"
            aria-label="What was done, and by whom"
            maxLength={500}
            className={inputClass}
            placeholder="New last week, says the owner"
          />
        </div>
      ))}
      <Button className="self-start" onClick={() => setClaims((list) => [...list, list.length])}>
        Add {claims.length === 0 ? "a claim" : "another"}
      </Button>
    </fieldset>
  );
}
