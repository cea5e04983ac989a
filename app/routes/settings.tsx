import { data, Form, Link, useNavigation } from "react-router";
import { changeSettings, CURRENCIES, readSettings, shopSettings } from "#server/shop/settings.ts";
import { MeterError } from "#server/meters/askMeter.ts";
import { addMeter, identify, listMeters, newMeter, removeMeter } from "#server/meters/meters.ts";
import type { Route } from "./+types/settings";
import { translated } from "../language/tongue.ts";
import { Button } from "../ui/Button.tsx";
import { Field, inputClass } from "../ui/Field.tsx";
import { LanguageChoice } from "../ui/LanguageChoice.tsx";
import { money } from "../words/money.ts";

export const meta: Route.MetaFunction = () => [{ title: translated("Settings · Zygodrome") }];

export async function loader() {
  return { settings: await readSettings(), currencies: CURRENCIES, meters: await listMeters() };
}

export async function action({ request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  if (typeof form["meter"] === "string") return meterAction(form["meter"], form);
  const number = (name: string, per = 1) => {
    const text = typeof form[name] === "string" ? form[name].trim().replace(",", ".") : "";
    return text === "" ? NaN : Number((Number(text) / per).toPrecision(12));
  };
  const parsed = shopSettings.safeParse({
    ...form,
    labourPerHour: number("labourPerHour"),
    travel: number("travel"),
    partsMargin: number("partsMargin", 100),
    tax: number("tax", 100),
    warrantyDays: number("warrantyDays"),
  });
  if (!parsed.success) {
    const said = parsed.error.issues.map((i) =>
      i.path[0]! in COSTS || i.path[0] === "shopName" ? i.message : "One of these is not offered.",
    );
    return data(
      { about: "shop", saved: false, said: `Nothing was changed. ${said.join(" ")}` },
      { status: 400 },
    );
  }
  await changeSettings(parsed.data);
  return data({ about: "shop", saved: true, said: "Saved for the whole shop." });
}

/** Adds a meter, takes one off the list, or asks one what it is. */
async function meterAction(what: string, form: Record<string, unknown>) {
  const id = typeof form["id"] === "string" ? form["id"] : "";
  if (what === "remove") {
    await removeMeter(id);
    return { about: "meters", saved: true, said: "It is off the list." };
  }
  if (what === "test")
    try {
      return { about: "meters", saved: true, said: `It answers: ${await identify(id)}` };
    } catch (error) {
      if (error instanceof MeterError)
        return data({ about: "meters", saved: false, said: error.message }, { status: 502 });
      throw error;
    }
  const parsed = newMeter.safeParse(form);
  if (!parsed.success)
    return data(
      { about: "meters", saved: false, said: parsed.error.issues.map((i) => i.message).join(" ") },
      { status: 400 },
    );
  const problem = await addMeter(parsed.data);
  return problem === undefined
    ? { about: "meters", saved: true, said: `${parsed.data.name} is on the list.` }
    : data({ about: "meters", saved: false, said: problem }, { status: 409 });
}

/** What a job is charged by: label, hint, and what the shown number is a part of. */
const COSTS = {
  labourPerHour: ["Labour an hour", "Charged by the quarter hour begun; waiting is not charged.", 1],
  travel: ["Travel", "Once a job.", 1],
  partsMargin: [
    "Margin on parts, %",
    "On what a part costs. A part that did not mend it is not charged.",
    100,
  ],
  tax: ["Tax, %", "On all of it.", 100],
  warrantyDays: ["Warranty, days", "From when a job is closed as repaired.", 1],
} as const;

const SYMBOLS = [
  ["unit", "as the unit’s mains"],
  ["IEC", "IEC 60617"],
  ["NA", "North American"],
] as const;
const TEMPERATURES = [
  ["unit", "as the unit’s mains"],
  ["C", "°C"],
  ["F", "°F"],
] as const;
const SIZES = [
  ["unit", "as the unit’s mains"],
  ["metric", "mm², mm and m"],
  ["american", "AWG, inches and feet"],
] as const;
const MARKS = [
  ["point", "point; table cells by commas"],
  ["comma", "comma; table cells by semicolons"],
] as const;

/** How the shop reads and writes. Numbers are taken either way wherever they are typed. */
export default function Settings({
  loaderData: { settings, currencies, meters },
  actionData,
}: Route.ComponentProps) {
  const busy = useNavigation().state !== "idle";
  return (
    <main className="mx-auto max-w-3xl p-4 md:p-6">
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">Settings</h1>
      <section aria-label="Language of this screen" className="pt-3">
        <LanguageChoice />
        <p className="text-ink-soft">
          The language of this screen is remembered by this browser only. What people have written stays as it
          is.
        </p>
      </section>
      <p data-as-written className="pt-3 text-ink-soft">
        For everybody in this shop. What is typed is read either way: 230,5 or 230.5, 180 °F or 82 °C, AWG 14
        or 2.5 mm².
      </p>
      <Form method="post" className="flex flex-col gap-6 pt-5">
        <Field label="Name of the shop" hint="It stands on papers for customers.">
          {(aria) => (
            <input
              {...aria}
              name="shopName"
              required
              maxLength={80}
              defaultValue={settings.shopName}
              className={inputClass}
            />
          )}
        </Field>
        <HowItReads settings={settings} currencies={currencies} />
        <Costs settings={settings} />
        <div className="flex flex-wrap items-center gap-4">
          <Button type="submit" look="main" disabled={busy}>
            {busy ? "Saving…" : "Save"}
          </Button>
          <p role={actionData?.saved === false ? "alert" : "status"} className="empty:hidden">
            {actionData?.about === "shop" ? actionData.said : ""}
          </p>
        </div>
      </Form>
      <Meters
        meters={meters}
        busy={busy}
        said={actionData?.about === "meters" ? actionData.said : undefined}
      />
      <Elsewhere />
    </main>
  );
}

/** How the shop reads and writes: symbols, units, currency, decimal mark. */
function HowItReads({
  settings,
  currencies,
}: Pick<Route.ComponentProps["loaderData"], "settings" | "currencies">) {
  return (
    <>
      <Choice
        name="symbols"
        label="Symbols of drawings"
        hint="What a drawing opens with; a button of it shows the other. A unit’s mains of 60 Hz is taken for North America’s."
        options={SYMBOLS}
        now={settings.symbols}
      />
      <Choice
        name="temperature"
        label="Temperatures"
        hint="How they are shown and asked for; by the unit’s mains, °F at 60 Hz. Curves of sensors and a calculation stay in the units of the data sheet."
        options={TEMPERATURES}
        now={settings.temperature}
      />
      <Choice
        name="sizes"
        label="Sizes and lengths"
        hint="How lengths are shown and asked for, and what a component test asks a wire’s size in; by the unit’s mains, AWG, inches and feet at 60 Hz."
        options={SIZES}
        now={settings.sizes}
      />
      <Choice
        name="currency"
        label="Currency"
        hint={`Prices are numbers of this currency: ${money(62, settings.currency)} now. None is converted.`}
        options={currencies.map(([code, name]) => [code, `${name}, ${code}`] as const)}
        now={settings.currency}
      />
      <Choice
        name="decimal"
        label="Numbers"
        hint="On the screen, on papers, and in tables that are saved for a spreadsheet. A unit’s own file keeps the point."
        options={MARKS}
        now={settings.decimal}
      />
    </>
  );
}

/** One of a few, by name. */
function Choice({
  name,
  label,
  hint,
  options,
  now,
}: {
  name: string;
  label: string;
  hint: string;
  options: readonly (readonly [value: string, said: string])[];
  now: string;
}) {
  return (
    <Field label={label} hint={hint}>
      {(aria) => (
        <select {...aria} name={name} defaultValue={now} className={inputClass}>
          {options.map(([value, said]) => (
            <option key={value} value={value}>
              {said}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}

function Costs({ settings }: { settings: Route.ComponentProps["loaderData"]["settings"] }) {
  return (
    <fieldset className="grid gap-5 sm:grid-cols-2">
      <legend className="pb-3 text-xl font-bold">What a job is charged by</legend>
      {Object.entries(COSTS).map(([name, [label, hint, per]]) => (
        <Field key={name} label={label} hint={hint}>
          {(aria) => (
            <input
              {...aria}
              name={name}
              inputMode="decimal"
              required
              className={inputClass}
              defaultValue={Number((settings[name as keyof typeof COSTS] * per).toPrecision(10))}
            />
          )}
        </Field>
      ))}
    </fieldset>
  );
}

function Elsewhere() {
  return (
    <section aria-label="People and machine" className="pt-8">
      <h2 className="border-b border-rule pb-2 text-xl font-bold">People and machine</h2>
      <p className="py-2">
        <Link to="/staff" className="inline-flex min-h-11 items-center underline underline-offset-4">
          Who works here, what they do, and how they sign in
        </Link>
        <br />
        <Link to="/machine" className="inline-flex min-h-11 items-center underline underline-offset-4">
          The machine: what is kept, when it was last saved, what runs
        </Link>
        <br />
        <Link to="/offline" className="inline-flex min-h-11 items-center underline underline-offset-4">
          What this browser keeps for times without a network
        </Link>
      </p>
    </section>
  );
}

/** Bench meters on the shop's own network: their readings come by themselves to the page for busy hands. */
function Meters({
  meters,
  busy,
  said,
}: {
  meters: readonly {
    readonly id: string;
    readonly name: string;
    readonly host: string;
    readonly port: number;
  }[];
  busy: boolean;
  said: string | undefined;
}) {
  return (
    <section aria-label="Meters" className="pt-8">
      <h2 className="border-b border-rule pb-2 text-xl font-bold">Meters on the wire</h2>
      <p className="py-2 text-ink-soft">
        Bench meters that speak SCPI over the network. Only what stands here is ever connected to. Without
        one: <span className="reading">npx zygodrome meter</span> is a simulated one.
      </p>
      <ul>
        {meters.map((m) => (
          <li key={m.id} className="border-b border-rule-faint py-2">
            <Form method="post" className="flex flex-wrap items-center gap-3">
              <input type="hidden" name="id" value={m.id} />
              <span className="grow">
                <strong>{m.name}</strong>{" "}
                <span className="reading">
                  {m.host}:{m.port}
                </span>
              </span>
              <Button type="submit" name="meter" value="test" disabled={busy} aria-label={`Test ${m.name}`}>
                Test it
              </Button>
              <Button
                type="submit"
                name="meter"
                value="remove"
                look="quiet"
                disabled={busy}
                aria-label={`Take ${m.name} off the list`}
              >
                take it off
              </Button>
            </Form>
          </li>
        ))}
      </ul>
      <Form method="post" className="grid items-end gap-3 pt-3 sm:grid-cols-[1fr_1fr_7rem_auto]">
        <Field label="Name">
          {(aria) => <input {...aria} name="name" maxLength={60} required className={inputClass} />}
        </Field>
        <Field label="Address">
          {(aria) => (
            <input {...aria} name="host" required placeholder="192.168.1.40" className={inputClass} />
          )}
        </Field>
        <Field label="Port">
          {(aria) => (
            <input
              {...aria}
              name="port"
              required
              inputMode="numeric"
              defaultValue={5025}
              className={inputClass}
            />
          )}
        </Field>
        <Button type="submit" name="meter" value="add" disabled={busy}>
          Add it
        </Button>
      </Form>
      <p role="status" data-testid="meter-said" className="pt-2 empty:hidden">
        {said}
      </p>
    </section>
  );
}
