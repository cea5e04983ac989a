/** A name as part of an address: small Latin letters and figures, "unit" where there are none. */
export function slug(name: string): string {
  const plain = name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/gu, "-")
    .replace(/^-+|-+$/gu, "")
    .slice(0, 40);
  return plain === "" ? "unit" : plain;
}
