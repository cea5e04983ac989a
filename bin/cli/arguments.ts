/** A mistake in how the command was called, or in a file it was given. Its message is printed, without a stack. */
export class UsageError extends Error {}

/** Words and options of a command line: `--name value`, `--name=value`, flags without a value. */
export interface Arguments {
  readonly words: readonly string[];
  option(name: string): string | undefined;
  /** Every value of an option that may be repeated. */
  options(name: string): readonly string[];
  flag(name: string): boolean;
}

/** @param known option name → whether it takes a value */
export function readArguments(
  argv: readonly string[],
  known: Readonly<Record<string, "value" | "flag">>,
): Arguments {
  const words: string[] = [];
  const values = new Map<string, string[]>();
  for (let i = 0; i < argv.length; i++) {
    const word = argv[i]!;
    if (!word.startsWith("--")) {
      words.push(word);
      continue;
    }
    const [name = "", inline] = word.slice(2).split(/=(.*)/s);
    const kind = known[name];
    if (kind === undefined)
      throw new UsageError(
        `There is no option --${name}. Known here: ${Object.keys(known)
          .map((k) => `--${k}`)
          .join(", ")}.`,
      );
    const value = kind === "flag" ? "" : (inline ?? argv[++i]);
    if (value === undefined) throw new UsageError(`--${name} needs a value.`);
    values.set(name, [...(values.get(name) ?? []), value]);
  }
  return {
    words,
    option: (name) => values.get(name)?.at(-1),
    options: (name) => values.get(name) ?? [],
    flag: (name) => values.has(name),
  };
}
