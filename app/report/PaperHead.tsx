import { useShop } from "../ui/ShopBar.tsx";
import { Clock } from "../ui/Clock.tsx";

/** The head of a job's papers: shop, number, unit, and what the customer said. */
export function PaperHead({
  number,
  openedAt,
  unit,
  of,
  complaint,
}: {
  number: number;
  openedAt: string;
  unit: string;
  /** Maker, revision, place. */
  of: readonly string[];
  complaint: string;
}) {
  const { settings } = useShop();
  return (
    <header className="border-b-2 border-ink pb-2">
      <p className="text-ink-soft">
        {settings.shopName} · job{" "}
        <span className="reading font-semibold">{String(number).padStart(4, "0")}</span> · taken in{" "}
        <Clock at={openedAt} withDate />
      </p>
      <h1 className="text-[1.75rem] font-bold">
        {unit}{" "}
        <span className="text-lg font-normal text-ink-soft">{of.filter((s) => s !== "").join(", ")}</span>
      </h1>
      <p className="text-lg">{complaint}</p>
    </header>
  );
}
