/** A file that was not taken, and every reason. */
export function Refused({ name, problems }: { name: string | undefined; problems: readonly string[] }) {
  return (
    <div role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
      <p className="font-semibold">{name} was not taken:</p>
      <ul>
        {problems.map((p) => (
          <li key={p} className="break-words">
            {p}
          </li>
        ))}
      </ul>
    </div>
  );
}
