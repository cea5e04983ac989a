import { FileText } from "lucide-react";
import type { Attachment } from "#core/job/index.ts";

/** What the file chooser offers for a photograph; the server looks at the file itself. */
export const PHOTO_ACCEPT = "image/jpeg,image/png,image/webp,application/pdf";

/** A photograph as a small picture, a paper by its name; opens in a page of its own. */
export function PhotoLink({ photo }: { photo: Attachment }) {
  return (
    <a
      href={`/files/${photo.file}`}
      target="_blank"
      rel="noreferrer"
      aria-label={`Open ${photo.name}`}
      className="flex min-h-11 items-center border border-ink"
    >
      {photo.media === "application/pdf" ? (
        <span className="flex items-center gap-1 px-2 text-sm">
          <FileText size={18} aria-hidden /> {photo.name}
        </span>
      ) : (
        <img src={`/files/${photo.file}?thumbnail`} alt="" className="size-14 object-cover" loading="lazy" />
      )}
    </a>
  );
}
