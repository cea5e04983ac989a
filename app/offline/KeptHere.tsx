import { useEffect, useState } from "react";
import { buttonClass } from "../ui/Button.tsx";
import { useAlive } from "../ui/useAlive.ts";
import { useOutbox } from "../sync/outbox/useOutbox.ts";
import { keptPages, type KeptPage } from "./keepPages.ts";
import { roomHere, roomText, type Room } from "./room.ts";
import { wantedPage } from "./wantedPage.ts";

/** What opens in this browser without a network, what waits to be sent, and how much room there is. Its address is known to the browser only. */
export function KeptHere() {
  const [pages, setPages] = useState<readonly KeptPage[]>();
  const [room, setRoom] = useState<Room>();
  const alive = useAlive();
  const wanted = alive ? wantedPage(location.href) : undefined;
  const waiting = useOutbox().length;
  useEffect(() => {
    void keptPages().then(setPages);
    void roomHere().then(setRoom);
  }, []);
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-4 p-5 pt-10">
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">Without a network</h1>
      <p className="text-lg">
        {waiting === 0
          ? "Nothing waits to be sent."
          : `${waiting === 1 ? "One entry waits" : `${waiting} entries wait`} here and ${waiting === 1 ? "is" : "are"} sent once there is a network.`}
      </p>
      {pages && (
        <section aria-labelledby="kept">
          <h2 id="kept" className="border-b border-rule pb-1 text-xl font-bold">
            {pages.length === 0 ? "No page is kept here yet" : "These open all the same"}
          </h2>
          {pages.length === 0 ? (
            <p className="py-2">
              Open Zygodrome once with a network: it keeps the jobs that you work on, their units and the
              component tests.
            </p>
          ) : (
            <ul>
              {pages.map(({ address, title }) => (
                <li key={address} className="border-b border-rule-faint">
                  {/* A whole page: its data come from its copy. */}
                  <a href={address} className="flex min-h-11 items-center underline underline-offset-4">
                    {title}
                  </a>
                </li>
              ))}
            </ul>
          )}
        </section>
      )}
      {room && <p className="text-ink-soft">{roomText(room)}</p>}
      <div className="flex flex-wrap gap-3">
        {wanted !== undefined && (
          <a href={wanted} className={buttonClass("main")}>
            Try that page again
          </a>
        )}
        <a href="/" className={buttonClass("plain")}>
          Back to the board
        </a>
      </div>
    </main>
  );
}
