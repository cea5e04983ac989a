import { useState } from "react";
import { namesOf, renamed, type Json } from "#core/workshop/index.ts";
import { Button } from "../ui/Button.tsx";
import { Field, inputClass } from "../ui/Field.tsx";

/** Gives a net another name, wherever it is named; two nets are never made one so. */
export function RenameNet({ file, onFile }: { file: Json; onFile: (file: Json, what: string) => void }) {
  const nets = namesOf(file, "net");
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const [said, setSaid] = useState("");
  const rename = () => {
    const name = to.trim();
    const known = nets.some((n) => n.id === from);
    if (!known) return setSaid(`No net is called “${from}”. Choose one of the list.`);
    if (!/^[A-Za-z0-9][A-Za-z0-9._-]*$/u.test(name))
      return setSaid("A net’s name has letters, digits, point, dash and underscore.");
    if (nets.some((n) => n.id === name))
      return setSaid(`“${name}” is another net. To join the two, change the wires’ ends.`);
    onFile(renamed(file, "net", from, name), `net ${from} ${name}`);
    setSaid(`${from} is ${name} now, wherever it was named.`);
    setFrom("");
    setTo("");
  };
  return (
    <details className="border-t border-rule">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">Rename a net</summary>
      <form
        className="grid items-end gap-3 sm:grid-cols-[1fr_1fr_auto]"
        onSubmit={(e) => {
          e.preventDefault();
          rename();
        }}
      >
        <datalist id="nets-to-rename">
          {nets.map((n) => (
            <option key={n.id} value={n.id} />
          ))}
        </datalist>
        <Field label="Net">
          {(aria) => (
            <input
              {...aria}
              list="nets-to-rename"
              autoComplete="off"
              className={inputClass}
              value={from}
              onChange={(e) => setFrom(e.target.value)}
            />
          )}
        </Field>
        <Field label="Its new name">
          {(aria) => (
            <input
              {...aria}
              autoComplete="off"
              className={inputClass}
              value={to}
              onChange={(e) => setTo(e.target.value)}
            />
          )}
        </Field>
        <Button type="submit">Rename it</Button>
      </form>
      <p role="status" className="py-2 empty:hidden">
        {said}
      </p>
    </details>
  );
}
