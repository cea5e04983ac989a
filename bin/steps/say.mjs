/** What the start and test commands say while they work. Plain JavaScript: this runs before anything is installed. */

/** A step failed; `fix` says what the person can do. */
export class StepError extends Error {
  constructor(message, fix) {
    super(message);
    this.name = "StepError";
    this.fix = fix;
  }
}

export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** Runs one step, saying its name, and how long it took where that is over a second. */
export async function step(name, work) {
  const start = performance.now();
  say(`· ${name}`);
  const ticking = setInterval(
    () => say(`  … ${name}: ${Math.round((performance.now() - start) / 1000)} s`),
    15_000,
  );
  try {
    return await work();
  } finally {
    clearInterval(ticking);
    const seconds = (performance.now() - start) / 1000;
    if (seconds > 1) say(`  ${name}: ${seconds.toFixed(1)} s`);
  }
}

/** Prints a failure with its cause and its fix. */
export function explain(error) {
  process.stderr.write(`\n✗ ${error.message}\n`);
  if (error.fix) process.stderr.write(`  What to do: ${error.fix}\n`);
  else if (!(error instanceof StepError)) process.stderr.write(`${error.stack}\n`);
}
