import { storeFile } from "#server/files/files.ts";
import { receiveFile } from "#server/files/receiveFile.ts";
import { plainText } from "#server/requests/jsonBody.ts";
import type { Route } from "./+types/job-files";

/** Takes a file of a job: the body is the file, its id and name stand in the address. Answers once it is committed. */
export async function action({ request, params }: Route.ActionArgs) {
  const { id, name, file } = await receiveFile(request);
  if (!(await storeFile(id, params.job, name, file))) return plainText("There is no such job.", 404);
  return Response.json({ stored: id, media: file.media });
}
