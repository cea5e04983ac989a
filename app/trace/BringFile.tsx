import { useState } from "react";
import { useNavigate } from "react-router";
import { z } from "zod";
import { Button } from "../ui/Button.tsx";
import { sendFile } from "../files/sendFile.ts";
import { FileButton } from "../ui/FileButton.tsx";
import { Refused } from "../ui/Refused.tsx";

const answer = z.discriminatedUnion("status", [
  z.object({ status: z.enum(["taken", "there"]), unit: z.string() }),
  z.object({ status: z.literal("refused"), problems: z.array(z.string()) }),
  z.object({ status: z.literal("known"), unit: z.string(), name: z.string() }),
]);
type Answer = z.infer<typeof answer>;

const send = async (file: File, revise: boolean): Promise<Answer> =>
  sendFile(
    `/units/file${revise ? "?revise" : ""}`,
    { headers: { "Content-Type": "application/json" }, body: await file.text() },
    answer,
  );

/** A unit that another shop, or this one earlier, has saved as a file. */
export function BringFile() {
  const navigate = useNavigate();
  const [file, setFile] = useState<File>();
  const [heard, setHeard] = useState<Answer>();
  const take = async (of: File, revise: boolean) => {
    setFile(of);
    const said = await send(of, revise);
    if (said.status === "taken" || said.status === "there") return navigate(`/units/${said.unit}`);
    setHeard(said);
  };
  return (
    <div className="flex flex-col gap-2">
      <FileButton
        label="Bring a unit’s file"
        accept=".json,application/json"
        onFile={(chosen) => void take(chosen, false)}
      />
      {heard?.status === "refused" && <Refused name={file?.name} problems={heard.problems} />}
      {heard?.status === "known" && file && (
        <div role="alert" className="flex flex-col gap-2 border-l-4 border-here bg-here-soft px-3 py-2">
          <p>
            This shop has {heard.name} already. The file would become its newest revision; jobs keep the one
            they began with.
          </p>
          <Button onClick={() => void take(file, true)}>Take it as the newest revision</Button>
        </div>
      )}
    </div>
  );
}
