import { useState } from "react";
import { NOTE_LENGTH, type EventBody } from "#core/job/index.ts";
import { Button } from "../../ui/Button.tsx";
import { Field, inputClass } from "../../ui/Field.tsx";

/** A note in one's own words: kept in the record, not weighed. */
export function NoteEntry({ onEnter }: { onEnter: (body: EventBody) => string | undefined }) {
  const [text, setText] = useState("");
  const [said, setSaid] = useState("");
  const over = text.trim().length - NOTE_LENGTH;
  const problem =
    over > 0
      ? `A note has ${NOTE_LENGTH} characters at most; this one has ${text.trim().length}. Shorten it by ${over}, or split it in two.`
      : said;
  return (
    <details data-testid="note" className="border-b-[1.5px] border-ink bg-sheet px-4">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">
        Write a note <span className="text-ink-soft">· kept, not weighed</span>
      </summary>
      <form
        className="flex flex-col gap-2 pb-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (text.trim() === "") return setSaid("The note is empty.");
          if (over > 0) return;
          const refused = onEnter({ type: "note", text: text.trim() });
          setSaid(refused ?? "");
          if (!refused) setText("");
        }}
      >
        <Field label="Note" error={problem || undefined}>
          {(props) => (
            <textarea
              {...props}
              rows={3}
              className={inputClass}
              value={text}
              onChange={(e) => {
                setText(e.target.value);
                setSaid("");
              }}
            />
          )}
        </Field>
        <Button type="submit">Keep the note</Button>
      </form>
    </details>
  );
}
