import { Ellipsis } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { Link } from "react-router";
import { buttonClass } from "../ui/Button.tsx";

const item =
  "flex min-h-11 cursor-pointer items-center px-4 font-semibold outline-none data-highlighted:bg-here-soft";

/** What a job's page offers beside the work itself. */
export function MoreMenu({
  jobId,
  onKeys,
  onWatch,
  onHands,
}: {
  jobId: string;
  onKeys: () => void;
  /** Undefined once the job is closed. */
  onWatch?: (() => void) | undefined;
  onHands?: (() => void) | undefined;
}) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className={`${buttonClass("plain")} px-3!`} aria-label="More">
        <Ellipsis aria-hidden size={20} />
        <span className="max-md:sr-only">More</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-40 min-w-56 border-2 border-ink bg-sheet py-1 text-ink"
        >
          <DropdownMenu.Item asChild>
            <Link className={item} to={`/jobs/${jobId}/report`}>
              Report
            </Link>
          </DropdownMenu.Item>
          <DropdownMenu.Item asChild>
            <Link className={item} to={`/tests?job=${jobId}`}>
              Test a part on its own
            </Link>
          </DropdownMenu.Item>
          <DropdownMenu.Item asChild>
            <Link className={item} to={`/strip?job=${jobId}`}>
              Strip-down
            </Link>
          </DropdownMenu.Item>
          {onHands && (
            <DropdownMenu.Item className={item} onSelect={onHands}>
              Hands busy: readings by themselves
            </DropdownMenu.Item>
          )}
          {onWatch && (
            <DropdownMenu.Item className={item} onSelect={onWatch}>
              Watch what comes and goes
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Item asChild>
            <Link className={item} to="/guide">
              Guide
            </Link>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={onKeys}>
            Keys, and how a line is written
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
