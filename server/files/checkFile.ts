import PQueue from "p-queue";
import sharp from "sharp";
import { fileTooLarge, MOST_FILE_BYTES, type ATTACHMENT_MEDIA } from "#core/job/index.ts";

export interface CheckedFile {
  readonly media: (typeof ATTACHMENT_MEDIA)[number];
  readonly content: Buffer;
  readonly thumbnail?: Buffer;
}
export type FileResult =
  { readonly ok: true; readonly file: CheckedFile } | { readonly ok: false; readonly message: string };

/** Kept no larger than this: enough to read the print on a board, px. */
const LONGEST_SIDE = 2400;
const THUMBNAIL_SIDE = 240;
/** More pixels than this would take the server's memory: a decompression bomb, or a wall-sized scan. */
const MOST_PIXELS = 64_000_000;
/** One picture is unpacked at a time, and so many may wait: beyond that the sender tries again. */
const pictures = new PQueue({ concurrency: 1 });
const MOST_WAITING = 24;
sharp.cache(false);
sharp.concurrency(1);

const MEDIA = { jpeg: "image/jpeg", png: "image/png", webp: "image/webp" } as const;

/**
 * Finds out what a file really is, whatever it is called, and makes what is kept of it: upright, not larger than
 * needed, and without the place, time and camera that photographs carry.
 */
export async function checkFile(bytes: Buffer, name: string): Promise<FileResult> {
  if (bytes.length === 0) return refused(`“${name}” is empty.`);
  if (bytes.length > MOST_FILE_BYTES) return refused(fileTooLarge(name, bytes.length));
  if (bytes.subarray(0, 5).toString("latin1") === "%PDF-")
    return { ok: true, file: { media: "application/pdf", content: bytes } };
  if (pictures.size >= MOST_WAITING)
    throw new Response("Many photographs are coming in. This one is sent again.", { status: 503 });
  return pictures.add(() => checkPicture(bytes, name));
}

async function checkPicture(bytes: Buffer, name: string): Promise<FileResult> {
  try {
    const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS });
    const { format, width, height } = await sharp(bytes, { limitInputPixels: false }).metadata();
    if (!(format in MEDIA)) return refused(notTaken(name));
    if (width * height > MOST_PIXELS) return refused(tooManyPixels(name, width * height));
    const upright = picture.rotate();
    const content = await upright
      .clone()
      .resize({ width: LONGEST_SIDE, height: LONGEST_SIDE, fit: "inside", withoutEnlargement: true })
      .toBuffer();
    const thumbnail = await sharp(content)
      .resize({ width: THUMBNAIL_SIDE, height: THUMBNAIL_SIDE, fit: "cover" })
      .jpeg({ quality: 78 })
      .toBuffer();
    return { ok: true, file: { media: MEDIA[format as keyof typeof MEDIA], content, thumbnail } };
  } catch {
    return refused(notTaken(name));
  }
}

function tooManyPixels(name: string, pixels: number): string {
  return `“${name}” has ${Math.ceil(pixels / 1e6)} million pixels; ${MOST_PIXELS / 1e6} million are the most. Take it with a lower resolution, or crop it.`;
}

function notTaken(name: string): string {
  return `“${name}” is not a photograph that can be read, whatever its name says. JPEG, PNG, WebP and PDF are taken.`;
}

function refused(message: string): FileResult {
  return { ok: false, message };
}
