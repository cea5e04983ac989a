/** The pair as the hand holds it: red round probe above, dark square reference below, joined by an arch. */
export function Yoke({ className = "" }: { className?: string }) {
  return (
    <svg viewBox="0 0 30 100" className={className} aria-hidden>
      <path d="M15 16 C-4 32 -4 66 15 82" fill="none" stroke="var(--ink)" strokeWidth="2" />
      <circle cx="15" cy="16" r="9" fill="var(--hazard)" />
      <rect x="7" y="76" width="16" height="16" fill="var(--ink)" />
    </svg>
  );
}
