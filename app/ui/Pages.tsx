import { Link, useSearchParams } from "react-router";

/** The way to older jobs and back, down to the oldest. */
export function Pages({
  page,
  pages,
  name,
  title,
}: {
  page: number;
  pages: number;
  /** What the address calls the page. */
  name: string;
  title: string;
}) {
  const [params] = useSearchParams();
  const to = (wanted: number) => {
    const next = new URLSearchParams(params);
    next.set(name, String(wanted));
    return `?${next.toString()}`;
  };
  const step = (wanted: number, label: string) =>
    wanted < 1 || wanted > pages || wanted === page ? (
      <span className="flex min-h-11 items-center px-2 text-receded">{label}</span>
    ) : (
      <Link
        to={to(wanted)}
        preventScrollReset
        className="flex min-h-11 items-center px-2 font-semibold underline underline-offset-4"
      >
        {label}
      </Link>
    );
  return (
    <nav
      aria-label={`Pages: ${title}`}
      className="flex flex-wrap items-center gap-x-3 border-t border-rule pt-1"
    >
      {step(1, "Newest")}
      {step(page - 1, "Newer")}
      <span className="reading px-1">
        {page} of {pages}
      </span>
      {step(page + 1, "Older")}
      {step(pages, "Oldest")}
    </nav>
  );
}
