import { ChevronLeft, ChevronRight, Minus, Plus, type LucideIcon } from "lucide-react";
import { useState } from "react";
import { useRevalidator } from "react-router";
import { MOST_FILE_BYTES } from "#core/job/index.ts";
import type { UnitPicture } from "#server/units/pictures.ts";
import { Button } from "../ui/Button.tsx";

interface Props {
  unit: string;
  pictures: readonly UnitPicture[];
}

const SCALES = [1, 1.5, 2, 3, 4] as const;

/** Photographs of the plate and pages of the drawing, one at a time, as large as they are wanted. */
export function UnitPictures({ unit, pictures }: Props) {
  const [at, setAt] = useState(0);
  const [zoom, setZoom] = useState(0);
  const { busy, trouble, add, putAway } = usePictures(unit);
  const here = Math.min(at, pictures.length - 1);
  const shown = pictures[here];
  return (
    <section aria-label="Pictures of the unit" className="flex min-w-0 flex-col gap-2">
      {trouble && (
        <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
          {trouble}
        </p>
      )}
      {shown ? (
        <Page picture={shown} scale={SCALES[zoom]!} />
      ) : (
        <p className="text-ink-soft">
          Photograph the rating plate and each page of the drawing: they stay with the unit, beside what is
          typed.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <label className="inline-flex min-h-11 cursor-pointer items-center border-[1.5px] border-ink bg-sheet px-4 font-semibold focus-within:outline-3">
          {busy ? "Sending…" : "Add pictures"}
          <input
            type="file"
            multiple
            accept="image/jpeg,image/png,image/webp,application/pdf"
            className="sr-only"
            disabled={busy}
            onChange={(e) => {
              const chosen = [...(e.target.files ?? [])];
              e.target.value = "";
              void add(chosen).then(() => setAt(pictures.length));
            }}
          />
        </label>
        {shown && (
          <>
            <Small label="The one before" icon={ChevronLeft} can={here > 0} onPress={() => setAt(here - 1)} />
            <span className="reading">
              {here + 1} of {pictures.length}
            </span>
            <Small
              label="The next one"
              icon={ChevronRight}
              can={here < pictures.length - 1}
              onPress={() => setAt(here + 1)}
            />
            <Small
              label="Larger"
              icon={Plus}
              can={zoom < SCALES.length - 1}
              onPress={() => setZoom(zoom + 1)}
            />
            <Small label="Smaller" icon={Minus} can={zoom > 0} onPress={() => setZoom(zoom - 1)} />
            <Button look="quiet" disabled={busy} onClick={() => void putAway(shown.id)}>
              Put this one away
            </Button>
          </>
        )}
      </div>
    </section>
  );
}

function Small({
  label,
  icon: Icon,
  can,
  onPress,
}: {
  label: string;
  icon: LucideIcon;
  can: boolean;
  onPress: () => void;
}) {
  return (
    <Button aria-label={label} className="px-3!" disabled={!can} onClick={onPress}>
      <Icon size={18} aria-hidden />
    </Button>
  );
}

function Page({ picture: { id, name, media }, scale }: { picture: UnitPicture; scale: number }) {
  if (media === "application/pdf")
    return (
      <a
        href={`/files/${id}`}
        target="_blank"
        rel="noreferrer"
        className="flex min-h-11 items-center font-semibold underline underline-offset-4"
      >
        {name}, opens beside this page
      </a>
    );
  return (
    <figure>
      {/* It is moved about in its frame like a sheet under a window. */}
      <div
        tabIndex={0}
        role="group"
        aria-label={`${name}, larger than its frame`}
        className="max-h-[28rem] overflow-auto border border-rule bg-sheet"
      >
        <img src={`/files/${id}`} alt={name} className="max-w-none" style={{ width: `${100 * scale}%` }} />
      </div>
      <figcaption className="truncate text-[0.9375rem] text-ink-soft">{name}</figcaption>
    </figure>
  );
}

/** Sends pictures one after the other, and says which was not taken and why. */
function usePictures(unit: string) {
  const { revalidate } = useRevalidator();
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const post = async (query: string, body?: Blob): Promise<string | undefined> => {
    try {
      const response = await fetch(`/units/${unit}/pictures?${query}`, { method: "POST", body: body ?? "" });
      return response.ok ? undefined : await response.text();
    } catch {
      return "The server can't be reached. Add the pictures again later.";
    }
  };
  const after = async (problems: readonly (string | undefined)[]) => {
    const said = problems.filter((p) => p !== undefined);
    setTrouble(said.length === 0 ? undefined : said.join(" "));
    await revalidate();
    setBusy(false);
  };
  const add = async (files: readonly File[]) => {
    setBusy(true);
    const problems: (string | undefined)[] = [];
    for (const file of files)
      problems.push(
        file.size > MOST_FILE_BYTES
          ? `“${file.name}” has ${Math.round(file.size / 1e6)} MB; ${Math.round(MOST_FILE_BYTES / 1e6)} MB are taken at most.`
          : await post(`id=${crypto.randomUUID()}&name=${encodeURIComponent(file.name)}`, file),
      );
    await after(problems);
  };
  const putAway = async (id: string) => {
    setBusy(true);
    await after([await post(`away=${id}`)]);
  };
  return { busy, trouble, add, putAway };
}
