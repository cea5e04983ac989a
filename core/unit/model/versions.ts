/** The version this program writes and works with. */
export const CURRENT_VERSION = 1;

/** Turns a file of one version into the next; entry 0 takes version 1 to 2. There is one version so far. */
export type Migration = (file: Readonly<Record<string, unknown>>) => Record<string, unknown>;
const MIGRATIONS: readonly Migration[] = [];

export type UpgradeResult =
  { readonly ok: true; readonly file: unknown } | { readonly ok: false; readonly message: string };

/**
 * Brings a unit file of an older version up to the current one, step by step. Anything that is no object, or has no
 * number for a version, is left to the schema to refuse.
 */
export function upgradeUnit(
  file: unknown,
  migrations: readonly Migration[] = MIGRATIONS,
  current = CURRENT_VERSION,
): UpgradeResult {
  if (typeof file !== "object" || file === null || !("version" in file)) return { ok: true, file };
  const { version } = file;
  if (typeof version !== "number") return { ok: true, file };
  if (!Number.isInteger(version) || version < 1 || version > current)
    return {
      ok: false,
      message: `this file says version ${version}; this program reads versions 1 to ${current}`,
    };
  const upgraded = migrations
    .slice(version - 1, current - 1)
    .reduce<Record<string, unknown>>(
      (older, migrate, i) => ({ ...migrate(older), version: version + i + 1 }),
      file as Record<string, unknown>,
    );
  return { ok: true, file: upgraded };
}
