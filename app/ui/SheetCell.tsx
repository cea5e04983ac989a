import { useLayoutEffect, useRef } from "react";
import type { CellComponent } from "react-datasheet-grid";

/** A cell of the sheet: text until it is typed in; what was typed is taken when the cell is left, and not after Escape. */
export const SheetCell: CellComponent<string, { title: string }> = ({
  rowData,
  setRowData,
  focus,
  rowIndex,
  columnData: { title },
}) => {
  const input = useRef<HTMLInputElement>(null);
  const typed = useRef<string>(undefined);
  const take = useRef(setRowData);
  useLayoutEffect(() => {
    take.current = setRowData;
  });
  useLayoutEffect(() => {
    if (!focus) return;
    typed.current = undefined;
    input.current?.focus();
    // What is typed into a cell that was gone to replaces what stood there.
    input.current?.select();
    return () => {
      if (typed.current !== undefined) take.current(typed.current.trim().slice(0, 100));
    };
  }, [focus]);
  if (!focus) return <span className="reading w-full truncate px-2.5">{rowData}</span>;
  return (
    <input
      ref={input}
      aria-label={`${title}, row ${rowIndex + 1}`}
      className="dsg-input"
      maxLength={100}
      autoCapitalize="off"
      autoComplete="off"
      spellCheck={false}
      defaultValue={rowData}
      onChange={(e) => (typed.current = e.target.value)}
      onKeyDown={(e) => {
        if (e.key === "Escape") typed.current = undefined;
      }}
    />
  );
};
