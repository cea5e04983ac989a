import { useState } from "react";
import type { Attachment, EventBody, JobState } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";
import { inputClass } from "../../ui/Field.tsx";
import { Photographs } from "./Photographs.tsx";

/** What must be the same on the replacement: as it stood, and as it was set. */
export function SettingsList({
  settings,
  state,
  onEnter,
  onPhoto,
}: {
  settings: UnitModel["settings"];
  state: JobState;
  onEnter: (body: EventBody) => boolean;
  onPhoto: (of: string, file: File) => void;
}) {
  return (
    <section aria-label="Settings to carry over">
      <h3 className="font-bold">To be the same on the replacement</h3>
      <ul>
        {settings.map((s) => {
          const { before, after } = state.settings.get(s.name) ?? {};
          const differs = before && after && before.value.trim() !== after.value.trim();
          return (
            <li key={s.name} className="flex flex-col gap-2 border-t border-rule-faint py-2">
              <span>
                <strong>{s.name}</strong> <span className="text-ink-soft">{s.where}</span>
                <span className="block text-[0.9375rem] text-ink-soft">By the unit's papers: {s.value}</span>
              </span>
              <div className="grid gap-3 sm:grid-cols-2">
                {(["before", "after"] as const).map((when) => (
                  <SettingValue
                    key={when}
                    name={s.name}
                    when={when}
                    entry={when === "before" ? before : after}
                    photos={state.attachments}
                    onEnter={onEnter}
                    onPhoto={onPhoto}
                  />
                ))}
              </div>
              {differs && (
                <p role="alert" className="border-l-4 border-hazard px-2 font-semibold text-hazard">
                  Not the same: it was {before.value}, it is {after.value}.
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

const LABEL = { before: "On the old part", after: "On the new part" } as const;

function SettingValue({
  name,
  when,
  entry,
  photos,
  onEnter,
  onPhoto,
}: {
  name: string;
  when: "before" | "after";
  entry: { readonly value: string; readonly event: { readonly id: string } } | undefined;
  photos: readonly Attachment[];
  onEnter: (body: EventBody) => boolean;
  onPhoto: (of: string, file: File) => void;
}) {
  const [typed, setTyped] = useState("");
  if (entry)
    return (
      <div>
        <span className="text-[0.9375rem] text-ink-soft">{LABEL[when]}</span>
        <span className="flex flex-wrap items-center gap-2">
          <strong className="reading">{entry.value}</strong>
          <Button
            look="quiet"
            className="px-2! text-sm"
            aria-label={`Enter ${name} anew, ${LABEL[when].toLowerCase()}`}
            onClick={() => onEnter({ type: "retraction", of: entry.event.id, why: "" })}
          >
            enter anew
          </Button>
          <Photographs of={entry.event.id} name={`${name}, ${when}`} photos={photos} onPhoto={onPhoto} />
        </span>
      </div>
    );
  const save = () => {
    if (typed.trim() !== "" && onEnter({ type: "setting", name, when, value: typed.trim() })) setTyped("");
  };
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
    >
      <label className="min-w-0 grow text-[0.9375rem]">
        {LABEL[when]}
        <input
          aria-label={`${name}, ${LABEL[when].toLowerCase()}`}
          maxLength={200}
          className={inputClass}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
      </label>
      <Button type="submit" disabled={typed.trim() === ""}>
        Enter
      </Button>
    </form>
  );
}
