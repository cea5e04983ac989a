import type { Attachment } from "#core/job/index.ts";
import { FileButton } from "../../ui/FileButton.tsx";

/** Photographs of an entry of the repair, and one more. */
export function Photographs({
  of,
  name,
  photos,
  onPhoto,
}: {
  of: string;
  name: string;
  photos: readonly Attachment[];
  onPhoto: (of: string, file: File) => void;
}) {
  return (
    <span className="inline-flex flex-wrap items-center gap-2">
      {photos
        .filter((p) => p.finding === of)
        .map((photo) => (
          <a
            key={photo.file}
            href={`/files/${photo.file}`}
            target="_blank"
            rel="noreferrer"
            aria-label={`Open ${photo.name}`}
            className="flex min-h-11 items-center border border-ink"
          >
            {photo.media === "application/pdf" ? (
              <span className="px-2 text-sm">{photo.name}</span>
            ) : (
              <img src={`/files/${photo.file}?thumbnail`} alt="" className="size-14 object-cover" />
            )}
          </a>
        ))}
      <FileButton
        label={`Photograph: ${name}`}
        accept="image/jpeg,image/png,image/webp,application/pdf"
        onFile={(file) => onPhoto(of, file)}
      />
    </span>
  );
}
