import { data, Link, redirect } from "react-router";
import { dictionaryAddress } from "#server/units/dictionaries.ts";
import { newestModel } from "#server/units/models.ts";
import {
  copyUnit,
  listRevisions,
  readShelf,
  setArchived,
  setTags,
  tagsText,
  takeUpAgain,
} from "#server/units/shelf.ts";
import { listPictures } from "#server/units/pictures.ts";
import { uncleanText } from "#server/requests/cleanText.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { secondsText } from "#core/view/index.ts";
import type { Route } from "./+types/unit";
import { translated } from "../language/tongue.ts";
import { OwnValues } from "../units/OwnValues.tsx";
import { SymptomTable } from "../units/SymptomTable.tsx";
import { UnitPictures } from "../units/UnitPictures.tsx";
import { UnitShelf } from "../units/UnitShelf.tsx";
import { useShop } from "../ui/ShopBar.tsx";
import { money } from "../words/money.ts";
import { WireSwatch } from "../ui/WireSwatch.tsx";

export const meta: Route.MetaFunction = ({ data: loaded }) => [
  { title: translated(`${loaded?.unit.name ?? "Unit"} · Zygodrome`) },
];

export async function loader({ params }: Route.LoaderArgs) {
  const model = await newestModel(params.unit);
  if (!model) throw data(`This shop has no unit “${params.unit}”. Choose one on the board.`, { status: 404 });
  const [shelf, revisions, pictures] = await Promise.all([
    readShelf(params.unit),
    listRevisions(params.unit),
    listPictures(params.unit),
  ]);
  return { unit: model.unit, shelf, revisions, pictures, dictionary: dictionaryAddress(model.hash) };
}

/** What is done with a unit as a whole: its tags, a copy, put away or back, an earlier model again. */
export async function action({ params, request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  const refuse = (error: string) => data({ error }, { status: 400 });
  if (uncleanText(form)) return refuse("That has characters that cannot be kept.");
  const text = (name: string) => (typeof form[name] === "string" ? form[name] : "");
  switch (form["do"]) {
    case "tags": {
      const tags = tagsText.safeParse(text("tags"));
      if (!tags.success) return refuse(tags.error.issues[0]!.message);
      await setTags(params.unit, tags.data);
      return null;
    }
    case "copy": {
      const name = text("name").trim();
      if (name === "" || name.length > 100) return refuse("Give the copy a name of 100 letters at most.");
      const id = await copyUnit(params.unit, name);
      return id === undefined ? refuse("There is no such unit any more.") : redirect(`/units/${id}/workshop`);
    }
    case "again":
      return (await takeUpAgain(params.unit, text("model"))) ? null : refuse("It never was that model.");
    case "away":
    case "back":
      await setArchived(params.unit, form["do"] === "away");
      return null;
    default:
      return refuse("Nothing known was asked for.");
  }
}

const SECTIONS = [
  "Hazards",
  "Symptoms",
  "Sequence",
  "Connectors",
  "States",
  "Parts",
  "Unknown values",
  "Settings",
  "Pictures",
  "Library",
] as const;

const anchorOf = (name: (typeof SECTIONS)[number]) => name.toLowerCase().replaceAll(" ", "-");

/** Whether a section has anything to say of a unit. */
function isShown(name: (typeof SECTIONS)[number], { parts, measured, settings }: UnitModel): boolean {
  switch (name) {
    case "Settings":
      return settings.length > 0;
    case "Unknown values":
      return parts.some((p) => p.spread !== undefined) || (measured?.length ?? 0) > 0;
    default:
      return true;
  }
}

/** A unit's model, to be read: what can hurt, what each failure looks like, how it runs, where its pins are. */
export default function UnitPage({
  loaderData: { unit, shelf, revisions, pictures, dictionary },
  actionData,
}: Route.ComponentProps) {
  return (
    <main className="mx-auto max-w-6xl p-4 md:p-6">
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-2 border-b-2 border-ink pb-2">
        <h1 className="text-[1.75rem] font-bold">
          {unit.name} <span className="text-lg font-normal text-ink-soft">{unit.maker}</span>
        </h1>
        <Link
          to={`/jobs/new?unit=${unit.id}`}
          className="flex min-h-11 items-center bg-here px-4 font-semibold text-sheet"
        >
          Start a job on one
        </Link>
      </div>
      <p className="pt-3">
        {unit.description} {unit.revision !== "" && `Revision ${unit.revision}.`} {unit.parts.length} parts,{" "}
        {unit.points.length} points a probe can reach.
      </p>
      <Places unit={unit} />
      <Section name="Hazards">
        <Hazards unit={unit} />
      </Section>
      <Section name="Symptoms">
        {unit.sequence ? (
          <SymptomTable unit={unit} dictionary={dictionary} />
        ) : (
          <p className="text-ink-soft">
            This model has no sequence, so nothing can be said before measuring.
          </p>
        )}
      </Section>
      <Section name="Sequence">
        <Steps unit={unit} />
      </Section>
      <Section name="Connectors">
        <Connectors unit={unit} />
      </Section>
      <Section name="States">
        <Rows
          rows={unit.states.map((s) => [
            s.name,
            `${s.description}${s.waitSeconds > 0 ? ` Reached after ${secondsText(s.waitSeconds)}.` : ""}`,
          ])}
        />
      </Section>
      <Section name="Parts">
        <Items unit={unit} />
      </Section>
      {isShown("Unknown values", unit) && (
        <Section name="Unknown values">
          <OwnValues key={unit.measured?.length} unit={unit} />
        </Section>
      )}
      {isShown("Settings", unit) && (
        <Section name="Settings">
          <p className="text-ink-soft">To be the same on the replacement:</p>
          <Rows rows={unit.settings.map((s) => [s.name, `${s.value}; ${s.where}`])} />
        </Section>
      )}
      <Section name="Pictures">
        <UnitPictures unit={unit.id} pictures={pictures} />
      </Section>
      <Section name="Library">
        <UnitShelf
          key={shelf.tags.join(",")}
          unit={unit}
          shelf={shelf}
          revisions={revisions}
          error={actionData?.error}
        />
      </Section>
    </main>
  );
}

const PLACE = "flex min-h-11 items-center font-semibold underline underline-offset-4";

/** Where one can go from here: a section of this page, or what else there is of the unit. */
function Places({ unit }: { unit: UnitModel }) {
  const pages: readonly (readonly [page: string, name: string, isThere: boolean])[] = [
    ["workshop", "Workshop", true],
    ["trace", "Trace more of it", unit.traced !== undefined],
    ["list", "Wiring list", unit.wired !== undefined],
    ["files", "Files", true],
    ["wiring", "Wiring", true],
  ];
  return (
    <nav aria-label="Sections" className="flex flex-wrap gap-x-5">
      {SECTIONS.filter((s) => isShown(s, unit)).map((name) => (
        <a key={name} href={`#${anchorOf(name)}`} className={PLACE}>
          {name}
        </a>
      ))}
      {pages.map(
        ([page, name, isThere]) =>
          isThere && (
            <Link key={page} to={`/units/${unit.id}/${page}`} className={PLACE}>
              {name}
            </Link>
          ),
      )}
    </nav>
  );
}

function Hazards({ unit }: { unit: UnitModel }) {
  return (
    <ul>
      {unit.hazards.map((h) => (
        <li key={h.text} className="my-1 border-l-4 border-hazard pl-3">
          {h.text}
          {h.waitSeconds !== undefined && ` Wait ${secondsText(h.waitSeconds)}.`}
          {h.confirmBelowVolts !== undefined && ` Confirm below ${h.confirmBelowVolts} V.`}
        </li>
      ))}
    </ul>
  );
}

/** What can be bought or mended, and what belongs to it. */
function Items({ unit }: { unit: UnitModel }) {
  const { settings } = useShop();
  return (
    <Rows
      rows={unit.items.map((item) => [
        item.name,
        <span key={item.id}>
          <span className="reading">
            {item.remedy}, {money(item.price, settings.currency)}, {item.minutes} min
          </span>
          {item.note && <span className="block border-l-4 border-hazard pl-2">{item.note}</span>}
          <span className="block text-[0.9375rem] text-ink-soft">
            {unit.parts
              .filter((p) => p.item === item.id)
              .map((p) => p.id)
              .join(", ")}
          </span>
        </span>,
      ])}
    />
  );
}

function Section({ name, children }: { name: (typeof SECTIONS)[number]; children: React.ReactNode }) {
  return (
    <section id={anchorOf(name)} aria-labelledby={`${anchorOf(name)}-title`} className="scroll-mt-4 pt-6">
      <h2 id={`${anchorOf(name)}-title`} className="section-title border-b border-ink pb-1">
        {name}
      </h2>
      <div className="pt-2">{children}</div>
    </section>
  );
}

function Rows({ rows }: { rows: readonly (readonly [string, React.ReactNode])[] }) {
  return (
    <dl>
      {rows.map(([name, what]) => (
        <div key={name} className="grid gap-x-6 border-t border-rule-faint py-1.5 md:grid-cols-[20rem_1fr]">
          <dt className="font-bold">{name}</dt>
          <dd>{what}</dd>
        </div>
      ))}
    </dl>
  );
}

function Steps({ unit: { sequence, parts } }: { unit: UnitModel }) {
  if (!sequence) return <p className="text-ink-soft">This model declares states only.</p>;
  const name = (id: string) => parts.find((p) => p.id === id)?.name ?? id;
  const input = (id: string) => sequence.inputs.find((i) => i.id === id)?.name ?? id;
  return (
    <>
      <Rows
        rows={sequence.steps.map((s) => [
          s.name,
          [
            s.drives.length > 0
              ? `Drives ${s.drives.map((d) => `${d} (${name(d)})`).join(", ")}.`
              : "Drives nothing.",
            s.expects.length > 0
              ? `Waits for ${s.expects.map((e) => `${e.is ? "" : "no "}${input(e.input)}`).join(" and ")}${s.within === undefined ? "" : `, at most ${secondsText(s.within)}`}.`
              : "",
            s.waits > 0 ? `Takes ${secondsText(s.waits)} at least.` : "",
            s.failure?.code === undefined ? "" : `Else ${s.failure.code}.`,
          ]
            .filter((t) => t !== "")
            .join(" "),
        ])}
      />
      <h3 className="pt-3 font-bold">Codes</h3>
      <Rows rows={sequence.codes.map((c) => [c.lamp ?? c.id, c.name])} />
    </>
  );
}

/** Pins by the plug they are in: "P4.3" is pin 3 of P4. */
function Connectors({ unit }: { unit: UnitModel }) {
  const plugs = new Map<string, UnitModel["parts"]>();
  for (const part of unit.parts)
    if (part.type === "pin") {
      const plug = part.id.slice(0, part.id.lastIndexOf("."));
      plugs.set(plug, [...(plugs.get(plug) ?? []), part]);
    }
  for (const pins of plugs.values()) pins.sort((a, b) => a.id.localeCompare(b.id, "en", { numeric: true }));
  if (plugs.size === 0) return <p className="text-ink-soft">This model names no plugs.</p>;
  return (
    <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
      {[...plugs].map(([plug, pins]) => (
        <table key={plug} className="w-full self-start text-left">
          <caption className="text-left font-bold">{plug}, as seen from the wire side</caption>
          <tbody>
            {pins.map((pin) => {
              const wire = unit.parts.find(
                (p) => p.type === "wire" && Object.values(p.terminals).includes(pin.terminals["b"]!),
              );
              return (
                <tr key={pin.id} className="border-t border-rule-faint">
                  <th scope="row" className="reading w-12 py-1">
                    {pin.id.slice(plug.length + 1)}
                  </th>
                  <td className="w-40">
                    <span className="inline-flex items-center gap-2">
                      {wire?.colour !== undefined && <WireSwatch colour={wire.colour} />}
                      {wire?.colour}
                    </span>
                  </td>
                  <td>{wire?.name ?? "no wire"}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      ))}
    </div>
  );
}
