import { Form, useNavigation } from "react-router";
import type { Revision, Shelf } from "#server/units/shelf.ts";
import { translated } from "../language/tongue.ts";
import { Button } from "../ui/Button.tsx";
import { Clock } from "../ui/Clock.tsx";
import { Field, inputClass } from "../ui/Field.tsx";

interface Props {
  unit: { readonly id: string; readonly name: string };
  shelf: Shelf;
  revisions: readonly Revision[];
  error: string | undefined;
}

/** How the unit stands in the library: its tags, a copy of it, what it was before, and whether it is put away. */
export function UnitShelf({ unit, shelf, revisions, error }: Props) {
  const busy = useNavigation().state !== "idle";
  return (
    <div className="flex flex-col gap-5">
      {error && (
        <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
          {error}
        </p>
      )}
      <div className="grid gap-5 md:grid-cols-2">
        <Form method="post" preventScrollReset className="flex flex-col gap-2">
          <Field label="Tags" hint="Words between commas: where they stand, what they do.">
            {(aria) => (
              <input
                {...aria}
                name="tags"
                className={inputClass}
                maxLength={800}
                defaultValue={shelf.tags.join(", ")}
              />
            )}
          </Field>
          <Button type="submit" name="do" value="tags" disabled={busy} className="self-start">
            Keep the tags
          </Button>
        </Form>
        <Form method="post" className="flex flex-col gap-2">
          <Field
            label="A unit of its own that begins as this one"
            hint="For a sibling, or one of another build."
          >
            {(aria) => (
              <input
                {...aria}
                name="name"
                required
                className={inputClass}
                maxLength={100}
                defaultValue={translated(`${unit.name}, another`)}
              />
            )}
          </Field>
          <Button type="submit" name="do" value="copy" disabled={busy} className="self-start">
            Copy it
          </Button>
        </Form>
      </div>
      <Revisions unit={unit.id} revisions={revisions} busy={busy} />
      <Form method="post" preventScrollReset className="flex flex-wrap items-center gap-3">
        <Button type="submit" name="do" value={shelf.archived ? "back" : "away"} disabled={busy}>
          {shelf.archived ? "Put it back on the shelf" : "Put it away"}
        </Button>
        <p className="text-ink-soft">
          {shelf.archived
            ? "It is put away: it is not offered for new jobs."
            : "What is put away is not offered for new jobs; nothing of it is lost."}
        </p>
      </Form>
    </div>
  );
}

function Revisions({
  unit,
  revisions,
  busy,
}: {
  unit: string;
  revisions: readonly Revision[];
  busy: boolean;
}) {
  return (
    <div>
      <h3 className="font-bold">What it was before</h3>
      <p className="text-ink-soft">A job goes on with the model that it began with.</p>
      <ol reversed>
        {revisions.map((r, i) => (
          <li key={r.number} className="flex flex-wrap items-center gap-x-3 border-t border-rule-faint py-1">
            <span className="reading font-bold">{r.number}</span>
            <span className="mr-auto">
              {r.revision !== "" && `Revision ${r.revision}, `}
              {r.parts} parts, since <Clock at={r.since} withDate />
              {r.jobs > 0 && `; ${r.jobs === 1 ? "one job" : `${r.jobs} jobs`}`}
            </span>
            <a
              href={`/units/${unit}/file?model=${r.hash}`}
              download
              className="flex min-h-11 items-center underline underline-offset-4"
            >
              Its file
            </a>
            {i === 0 ? (
              <span className="font-semibold">the newest</span>
            ) : (
              <Form method="post" preventScrollReset>
                <input type="hidden" name="model" value={r.hash} />
                <Button type="submit" name="do" value="again" look="quiet" disabled={busy}>
                  Take it up again
                </Button>
              </Form>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}
