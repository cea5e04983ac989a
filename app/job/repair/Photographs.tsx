import type { Attachment } from "#core/job/index.ts";
import { PHOTO_ACCEPT, PhotoLink } from "../../files/PhotoLink.tsx";
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
          <PhotoLink key={photo.file} photo={photo} />
        ))}
      <FileButton label={`Photograph: ${name}`} accept={PHOTO_ACCEPT} onFile={(file) => onPhoto(of, file)} />
    </span>
  );
}
