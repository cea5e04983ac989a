import { fileTooLarge, MOST_FILE_BYTES } from "#core/job/index.ts";

/** Why a file cannot be attached, as far as it can be known before it is sent. */
export function photoProblem(file: File): string | undefined {
  if (file.size === 0) return `“${file.name}” is empty.`;
  if (file.size > MOST_FILE_BYTES) return fileTooLarge(file.name, file.size);
  return undefined;
}
