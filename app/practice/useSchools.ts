import { useEffect, useState } from "react";
import { SCHOOLS, type SchoolPlay } from "#core/practice/index.ts";

/** Every way played against the same fault, one after the other: what is known so far, and how far it has come. */
export function useSchools(practice: string) {
  const [plays, setPlays] = useState<readonly SchoolPlay[]>([]);
  const [trouble, setTrouble] = useState(false);
  useEffect(() => {
    const gone = new AbortController();
    void (async () => {
      try {
        for (const order of SCHOOLS) {
          const answer = await fetch(`/practice/${practice}/schools/${order}`, { signal: gone.signal });
          if (!answer.ok) throw new Error(String(answer.status));
          const play = (await answer.json()) as SchoolPlay;
          setPlays((known) => [...known.filter((k) => k.order !== play.order), play]);
        }
      } catch {
        if (!gone.signal.aborted) setTrouble(true);
      }
    })();
    return () => gone.abort();
  }, [practice]);
  return { plays, trouble, of: SCHOOLS.length };
}
