import { z } from "zod";
import { receiveFile } from "#server/files/receiveFile.ts";
import { plainText } from "#server/requests/jsonBody.ts";
import { MOST_PICTURES, putPictureAway, storePicture } from "#server/units/pictures.ts";
import type { Route } from "./+types/unit-pictures";

/** Takes a picture of a unit as the request's body, or with `?away` puts one away. */
export async function action({ request, params }: Route.ActionArgs) {
  if (request.method !== "POST") return plainText("Send a picture with POST.", 405);
  const away = new URL(request.url).searchParams.get("away");
  if (away !== null)
    return z.uuid().safeParse(away).success && (await putPictureAway(params.unit, away))
      ? Response.json({ away })
      : plainText("This unit has no such picture.", 404);
  const { id, name, file } = await receiveFile(request);
  switch (await storePicture(params.unit, id, name, file)) {
    case "none":
      return plainText("There is no such unit.", 404);
    case "full":
      return plainText(`A unit has ${MOST_PICTURES} pictures at most. Put one away first.`, 409);
    case "stored":
      return Response.json({ stored: id, media: file.media });
  }
}
