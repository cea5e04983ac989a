import { lazy, Suspense, useState } from "react";
import {
  aOne,
  numberHeads,
  recordsOf,
  sectionTable,
  withNew,
  type Json,
  type Section,
} from "#core/workshop/index.ts";
import { tableText } from "../files/delimited.ts";
import { fileStem, saveText } from "../files/saveText.ts";
import { Button } from "../ui/Button.tsx";
import { useShop } from "../ui/ShopBar.tsx";
import { TakeTable } from "./TakeTable.tsx";

/** The sheet is large and for the browser only. */
const SectionSheet = lazy(() => import("./SectionSheet.tsx"));

interface Props {
  file: Json;
  section: Section;
  /** The unit's. */
  name: string;
  /** `what`: which change it is; changes of one kind in a row are one step back. */
  onFile: (file: Json, what: string) => void;
}

/** A chapter as a sheet, out to a spreadsheet and in from one. */
export function SheetDesk({ file, section, name, onFile }: Props) {
  const [taking, setTaking] = useState(false);
  const [changes, setChanges] = useState(0);
  const put = (next: Json, what: string) => {
    setChanges(changes + 1);
    onFile(next, `${what} ${changes}`);
  };
  const { settings } = useShop();
  return (
    <>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => put(withNew(file, section).file, "new")}>Add {aOne(section)}</Button>
        <Button onClick={() => setTaking(!taking)}>Bring a table</Button>
        <Button
          disabled={recordsOf(file, section).length === 0}
          onClick={() =>
            saveText(
              `${fileStem(name, "unit")}-${section.id}.csv`,
              tableText(sectionTable(file, section), settings.decimal, numberHeads(section)),
              "text/csv",
            )
          }
        >
          Export
        </Button>
      </div>
      {taking && (
        <TakeTable
          file={file}
          section={section}
          onClose={() => setTaking(false)}
          onTake={(next) => {
            put(next, "table");
            setTaking(false);
          }}
        />
      )}
      <Suspense fallback={<p role="status">The sheet is opening…</p>}>
        <SectionSheet file={file} section={section} onFile={(next) => put(next, "sheet")} />
      </Suspense>
    </>
  );
}
