/** Parts of a job's page that a small screen shows one at a time. */
export type Place = "next" | "course" | "record" | "suspects";

const PLACES: readonly (readonly [Place, string])[] = [
  ["next", "Next"],
  ["course", "Course"],
  ["record", "Record"],
  ["suspects", "Suspects"],
];

/** Hides what is not the place chosen, on a small screen only; a wide one shows all of it. */
export function atPlace(place: Place, chosen: Place): string {
  return place === chosen ? "" : "max-xl:hidden";
}

/** The way between the places, under the thumb. */
export function PlaceBar({
  place,
  onPlace,
  onWiring,
}: {
  place: Place;
  onPlace: (place: Place) => void;
  onWiring: () => void;
}) {
  // Words of other languages are longer: each takes the width of its own, and breaks where there is none left.
  const look =
    "min-h-12 min-w-0 grow border-t-4 px-1 text-[0.875rem] font-semibold wrap-anywhere hyphens-auto";
  return (
    <nav
      aria-label="Places"
      className="no-print sticky bottom-0 z-20 flex border-t-[1.5px] border-ink bg-sheet xl:hidden"
    >
      {PLACES.map(([id, name]) => (
        <button
          key={id}
          type="button"
          aria-current={place === id ? "page" : undefined}
          className={`${look} ${place === id ? "border-here text-here underline decoration-2 underline-offset-4" : "border-transparent"}`}
          onClick={() => {
            onPlace(id);
            window.scrollTo({ top: 0 });
          }}
        >
          {name}
        </button>
      ))}
      <button type="button" className={`${look} border-transparent`} onClick={onWiring}>
        Wiring
      </button>
    </nav>
  );
}
