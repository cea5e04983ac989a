const KEY = "zygodrome.device";
let here: string | undefined;

/** Names this browser, so that a late entry can be told from one that was made knowing of what came before it. */
export function deviceId(): string {
  if (here) return here;
  try {
    here = localStorage.getItem(KEY) ?? crypto.randomUUID();
    localStorage.setItem(KEY, here);
  } catch {
    // Storage is forbidden: the name lasts as long as the page.
    here ??= crypto.randomUUID();
  }
  return here;
}
