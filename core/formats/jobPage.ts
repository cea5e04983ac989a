import type { Language, Translator } from "#core/language/index.ts";

/** What a job's page that opens without the application says. */
export interface JobPage {
  /** "Job 0147", "Glasswasher GW4", and where it stands, if that is said. */
  readonly title: readonly string[];
  readonly complaint: string;
  /** Paragraphs: what was called and what proved it, or what is still open. */
  readonly said: readonly string[];
  /** The findings, heads first. */
  readonly table: readonly (readonly string[])[];
  /** Pictures and papers by their place in the archive, with the finding that they belong to. */
  readonly files: readonly { readonly path: string; readonly text: string; readonly isPicture: boolean }[];
}

/** A page of its own in one file, without scripts: it opens anywhere, with the pictures that lie beside it. */
export function jobPage(
  { title, complaint, said, table, files }: JobPage,
  { language, say }: { language: Language; say: Translator } = { language: "en", say: (text) => text },
): string {
  const [heads = [], ...rows] = table;
  const headline = html(title.map(say).join(", "));
  const cells = (row: readonly string[], tag: "th" | "td") =>
    row.map((c) => `<${tag}>${html(say(c))}</${tag}>`).join("");
  return `<!doctype html>
<html lang="${language}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${headline}</title>
<style>
body { font: 16px/1.45 "Atkinson Hyperlegible Next", system-ui, sans-serif; color: #1c2729; background: #f1ecdf; margin: 2rem auto; max-width: 70rem; padding: 0 1rem; }
h1 { border-bottom: 2px solid; padding-bottom: .3rem; }
table { border-collapse: collapse; width: 100%; background: #fbf8f0; }
th, td { border-bottom: 1px solid #cfc6b1; padding: .35rem .6rem; text-align: left; vertical-align: top; }
.wide { overflow-x: auto; }
figure { margin: 1rem 0; }
img { max-width: 100%; max-height: 40rem; }
</style>
</head>
<body>
<h1>${headline}</h1>
<p><strong>${html(complaint)}</strong></p>
${said.map((p) => `<p>${html(say(p))}</p>`).join("\n")}
<h2>${say("Findings")}</h2>
${rows.length === 0 ? `<p>${say("Nothing is recorded yet.")}</p>` : `<div class="wide"><table><thead><tr>${cells(heads, "th")}</tr></thead>\n<tbody>\n${rows.map((r) => `<tr>${cells(r, "td")}</tr>`).join("\n")}\n</tbody></table></div>`}
${files.length === 0 ? "" : `<h2>${say("Photographs and papers")}</h2>`}
${files
  .map(({ path, text, isPicture }) =>
    isPicture
      ? `<figure><img src="${html(path)}" alt="${html(text)}"><figcaption>${html(text)}</figcaption></figure>`
      : `<p><a href="${html(path)}">${html(text)}</a></p>`,
  )
  .join("\n")}
</body>
</html>
`;
}

const ENTITIES: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "'": "&#39;",
};

const html = (text: string) => text.replace(/[&<>"']/gu, (c) => ENTITIES[c]!);
