import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";

/** A text of the interface, as its source has it: what is put in stands as "…". */
export interface Sentence {
  readonly file: string;
  readonly line: number;
  readonly text: string;
}

/** Where what people read is written. */
export const AREAS = [
  "app",
  "core/view",
  "core/entry",
  "core/component",
  "core/loads",
  "core/job",
  "core/quantity",
] as const;

/** Attributes whose text people read or hear. */
const SHOWN = new Set(["aria-label", "title", "placeholder", "label", "hint", "alt", "none", "term"]);

/** Every text of two words and more that a folder's sources can show, in order. */
export function sentencesIn(folder: string): Sentence[] {
  return readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((f) => /\.tsx?$/u.test(f) && !f.includes(".test."))
    .sort()
    .flatMap((f) => sentencesOf(join(folder, f)));
}

function sentencesOf(file: string): Sentence[] {
  const source = ts.createSourceFile(
    file,
    readFileSync(file, "utf8"),
    ts.ScriptTarget.Latest,
    true,
    file.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const found: Sentence[] = [];
  const add = (node: ts.Node, raw: string) => {
    const text = raw.replaceAll(/\s+/gu, " ").trim();
    if (!isRead(text)) return;
    const { line } = source.getLineAndCharacterOfPosition(node.getStart());
    found.push({ file, line: line + 1, text });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxElement(node) && node.children.some((c) => ts.isJsxText(c) && /\p{L}/u.test(c.text)))
      add(node, jsxText(node));
    else if (ts.isJsxAttribute(node)) {
      const name = node.name.getText();
      if (!SHOWN.has(name) && (node.initializer === undefined || ts.isStringLiteral(node.initializer)))
        return;
      if (name === "className") return;
    } else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) add(node, node.text);
    else if (ts.isTemplateExpression(node))
      add(node, node.head.text + node.templateSpans.map((s) => `…${s.literal.text}`).join(""));
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** The text of an element with what is put in as "…"; elements within it are read with it. */
function jsxText(node: ts.JsxElement): string {
  return node.children
    .map((child) => {
      if (ts.isJsxText(child)) return child.text;
      if (ts.isJsxElement(child)) return ` ${jsxText(child)} `;
      return ts.isJsxExpression(child) && child.expression ? " … " : "";
    })
    .join("");
}

/** Two words at least, and not a list of classes, a path, a query or code. */
function isRead(text: string): boolean {
  const words = text.split(" ").filter((w) => /\p{L}{2,}/u.test(w));
  if (words.length < 2) return false;
  if (/^(?:SELECT|INSERT|UPDATE|DELETE|var\(|[a-z-]+:)/u.test(text)) return false;
  return !words.some((w) =>
    /^(?:[a-z]+:)?-?[a-z]+-(?:\[|\d|x-|y-|full|px|ink|rule|sheet|here|hazard|center|baseline|start|end)/u.test(
      w,
    ),
  );
}
