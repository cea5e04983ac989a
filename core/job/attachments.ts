/** The largest file that a finding takes, bytes: above what a telephone's camera makes. */
export const MOST_FILE_BYTES = 12 * 1024 * 1024;

/** The sentence for a file that is larger. */
export function fileTooLarge(name: string, bytes: number): string {
  return `“${name}” has ${Math.round(bytes / 1e6)} MB; ${Math.floor(MOST_FILE_BYTES / 1e6)} MB is the most. Take it with a lower resolution, or crop it.`;
}
