import { TRACE_PIECES, type TracePiece } from "#core/trace/index.ts";

/** Circuits of a common kind to begin with. What differs is changed line by line. */
export function TracePieces({ onBegin }: { onBegin: (piece: TracePiece) => void }) {
  return (
    <section aria-label="Begin with a common circuit" className="border-t border-rule pt-2">
      <h2 className="section-title">Or begin with a common one, and change what differs</h2>
      <ul className="grid gap-x-6 sm:grid-cols-2">
        {TRACE_PIECES.map((piece) => (
          <li key={piece.name}>
            <button
              type="button"
              onClick={() => onBegin(piece)}
              className="min-h-11 w-full border-b border-rule-faint py-2 text-left underline-offset-4 hover:underline"
            >
              <b>{piece.name}</b>
              <span className="block text-[0.9375rem] text-ink-soft">
                {piece.where}; {piece.lines.length} lines
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
