import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import sharp from "sharp";
import { closePool, pool } from "#server/database/pool.ts";
import { execute } from "#server/database/query.ts";
import { checkFile, type CheckedFile } from "#server/files/checkFile.ts";
import { readFile } from "#server/files/files.ts";
import { storeModel } from "#server/units/models.ts";
import { listPictures, MOST_PICTURES, putPictureAway, storePicture } from "#server/units/pictures.ts";
import { glasswasherJson } from "../support/glasswasher.ts";

afterAll(closePool);

const UNIT = "pictured-washer";
let plate: CheckedFile;

beforeAll(async () => {
  await storeModel(pool(), { ...glasswasherJson(), id: UNIT });
  const bytes = await sharp({ create: { width: 320, height: 200, channels: 3, background: "#ccc" } })
    .png()
    .toBuffer();
  const checked = await checkFile(bytes, "plate.png");
  if (!checked.ok) throw new Error(checked.message);
  plate = checked.file;
});

const ids = async () => (await listPictures(UNIT)).map((p) => p.id);

describe("pictures of a unit", () => {
  test("stay in the order in which they came, once each, and are read like other files", async () => {
    const [first, second] = [randomUUID(), randomUUID()];
    expect(await storePicture(UNIT, first, "plate.png", plate)).toBe("stored");
    expect(await storePicture(UNIT, second, "sheet 1.png", plate)).toBe("stored");
    expect(await storePicture(UNIT, first, "plate.png", plate)).toBe("stored");
    expect(await ids()).toEqual([first, second]);
    const whole = (await readFile(first, false))!;
    expect(whole).toMatchObject({ name: "plate.png", media: "image/png" });
    expect(Buffer.from(plate.content).equals(whole.content)).toBe(true);
    expect((await readFile(first, true))!.media).toBe("image/jpeg");
  });

  test("that are put away are not shown and not lost; another unit's cannot be", async () => {
    const [first, second] = await ids();
    expect(await putPictureAway("glasswasher-gw4", first!)).toBe(false);
    expect(await putPictureAway(UNIT, first!)).toBe(true);
    expect(await ids()).toEqual([second]);
    expect(await readFile(first!, false)).toBeDefined();
    expect(await putPictureAway(UNIT, randomUUID())).toBe(false);
  });

  test("belong to a unit that is there, and are as many as are kept", async () => {
    expect(await storePicture("nobody", randomUUID(), "x", plate)).toBe("none");
    while ((await ids()).length < MOST_PICTURES)
      expect(await storePicture(UNIT, randomUUID(), "page", plate)).toBe("stored");
    expect(await storePicture(UNIT, randomUUID(), "one more", plate)).toBe("full");
    const [one] = await ids();
    await putPictureAway(UNIT, one!);
    expect(await storePicture(UNIT, randomUUID(), "one more", plate)).toBe("stored");
  });

  test("are written once: the application may put them away, and change nothing else of them", async () => {
    for (const change of [
      "UPDATE unit_pictures SET name = 'x'",
      "UPDATE unit_pictures SET content = '\\x00'",
      "DELETE FROM unit_pictures",
    ])
      await expect(execute(pool(), change)).rejects.toThrow(/permission denied/u);
  });
});
