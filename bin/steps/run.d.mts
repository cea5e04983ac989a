/** See run.mjs. */
export function run(
  command: string,
  args: readonly string[],
  options?: { env?: NodeJS.ProcessEnv; cwd?: string; fix?: string; allowFailure?: boolean },
): Promise<{ code: number; output: string }>;
