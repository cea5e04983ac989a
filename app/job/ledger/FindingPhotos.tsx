import { Camera } from "lucide-react";
import { useRef } from "react";
import type { Attachment } from "#core/job/index.ts";
import type { LedgerRow } from "#core/view/index.ts";
import { PHOTO_ACCEPT, PhotoLink } from "../../files/PhotoLink.tsx";

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
        <PhotoLink key={photo.file} photo={photo} />
      ))}
      {!row.retracted && !closed && (
        <>
          <input
            ref={chooser}
            type="file"
            accept={PHOTO_ACCEPT}
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
