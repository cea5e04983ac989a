/** Chooses a file; looks like a button, and is one for the keyboard. */
export function FileButton({
  label,
  accept,
  disabled = false,
  onFile,
}: {
  label: string;
  accept: string;
  disabled?: boolean;
  onFile: (file: File) => void;
}) {
  return (
    <label className="inline-flex min-h-11 cursor-pointer items-center justify-center border-[1.5px] border-ink bg-sheet px-4 font-semibold focus-within:outline-3 has-disabled:opacity-50">
      {label}
      <input
        type="file"
        accept={accept}
        disabled={disabled}
        className="sr-only"
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          e.target.value = "";
          if (chosen) onFile(chosen);
        }}
      />
    </label>
  );
}
