import { useRevalidator } from "react-router";
import { useWhileServerAnswers } from "../ui/useWhileServerAnswers.ts";

/** How often it is asked whether the suspects are there, ms. */
const AGAIN_MS = 3000;

/** Over a paper whose unit's suspects are still being computed: says so, and has the page asked for again until they are there. */
export function StillComputing() {
  const { revalidate } = useRevalidator();
  useWhileServerAnswers(revalidate, AGAIN_MS);
  return (
    <p role="status" className="no-print mb-5 border-l-4 border-here bg-here-soft px-3 py-2">
      How this unit can fail is being computed, once for this model. This page is completed by itself.
    </p>
  );
}
