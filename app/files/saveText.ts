/** Hands the person a file that was made in the browser. */
export function saveText(name: string, text: string, media: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: media }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

/** A name as part of a file's name. */
export const fileStem = (name: string, other: string) =>
  name
    .trim()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-|-$/gu, "") || other;
