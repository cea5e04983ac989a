import { Camera, FileText } from "lucide-react";
import { useRef } from "react";
import type { Attachment } from "#core/job/index.ts";
import type { LedgerRow } from "#core/view/index.ts";

/** What the file chooser offers; the server looks at the file itself. */
const ACCEPT = "image/jpeg,image/png,image/webp,application/pdf";

/** The photographs of a finding as small pictures, and the camera or file chooser for one more. */
export function FindingPhotos({
  row,
  photos,
  said,
  closed,
  onPhoto,
}: {
  row: LedgerRow;
  photos: readonly Attachment[];
  said: string | undefined;
  closed: boolean;
  onPhoto: (finding: string, file: File) => void;
}) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <span className="col-span-full flex flex-wrap items-center gap-2 md:col-start-2">
      {photos.map((photo) => (
        <a
          key={photo.file}
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
            <img
              src={`/files/${photo.file}?thumbnail`}
              alt=""
              className="size-14 object-cover"
              loading="lazy"
            />
          )}
        </a>
      ))}
      {!row.retracted && !closed && (
        <>
          <input
            ref={chooser}
            type="file"
            accept={ACCEPT}
            className="sr-only"
            tabIndex={-1}
            aria-label={`Photograph or file for ${row.check}`}
            onChange={(e) => {
              const [file] = e.target.files ?? [];
              if (file) onPhoto(row.id, file);
              e.target.value = "";
            }}
          />
          <button
            type="button"
            className="no-print grid size-11 place-content-center text-ink-soft"
            aria-label={`Add a photograph to ${row.check}, ${row.result}`}
            onClick={() => chooser.current?.click()}
          >
            <Camera size={20} aria-hidden />
          </button>
        </>
      )}
      {said && (
        <span role="status" className="text-sm font-semibold text-hazard">
          {said}
        </span>
      )}
    </span>
  );
}
