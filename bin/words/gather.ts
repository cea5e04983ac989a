import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";

/** A text of the interface as its source has it; what is put in at run time stands as {0}, {1} … */
export interface Gathered {
  readonly file: string;
  readonly line: number;
  readonly text: string;
}

/** Where what people read is written; what is said on a terminal only is left out. */
export const ROOMS = ["app", "core", "server"] as const;
const NOT_READ =
  /^core\/unit\/model\/(?:model|board|jsonSchema)|\.test\.tsx?$|^server\/(?:backup|database|main|prepare|watch\/(?:metrics|requestLog))|^core\/(?:german|language)|\/worker\/sw/u;

/** Attributes whose text people read or hear. */
const SHOWN = new Set([
  ...[
    "alt",
    "aria-label",
    "aria-description",
    "aria-roledescription",
    "aria-valuetext",
    "placeholder",
    "title",
  ],
  ...[
    "hint",
    "label",
    "name",
    "none",
    "said",
    "short",
    "term",
    "text",
    "what",
    "why",
    "legend",
    "empty",
    "caption",
  ],
]);

/** More variants of one sentence than this are not written out; the choice within it stands as something put in. */
const MOST_VARIANTS = 8;

/** Every text of the program that may be shown, each once, by file and line. */
export function gather(): Gathered[] {
  const found = ROOMS.flatMap((room) =>
    readdirSync(room, { recursive: true, encoding: "utf8" })
      .map((f) => join(room, f))
      .filter((f) => /\.tsx?$/u.test(f) && !NOT_READ.test(f))
      .sort()
      .flatMap((f) => textsOf(f, readFileSync(f, "utf8"))),
  );
  const seen = new Set<string>();
  return found.filter((g) => !seen.has(g.text) && seen.add(g.text));
}

/** The texts of one source. */
export function textsOf(file: string, code: string): Gathered[] {
  const source = ts.createSourceFile(
    file,
    code,
    ts.ScriptTarget.Latest,
    true,
    file.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const found: Gathered[] = [];
  const add = (node: ts.Node, variants: readonly string[], few: boolean) => {
    const { line } = source.getLineAndCharacterOfPosition(node.getStart());
    for (const raw of variants) {
      const text = numbered(raw.replaceAll(/\s+/gu, " ").replaceAll(NAMED, HOLE).trim());
      if (isRead(text, few || text.includes("{0}"))) found.push({ file, line: line + 1, text });
    }
  };
  const visit = (node: ts.Node, shown: boolean): void => {
    if (neverRead(node)) return;
    if (ts.isJsxElement(node) || ts.isJsxFragment(node)) {
      if (node.children.some((c) => ts.isJsxText(c) && /\p{L}/u.test(c.text)))
        add(node, childrenOf(node.children), true);
      for (const child of node.children) visit(child, true);
      if (ts.isJsxElement(node)) visit(node.openingElement.attributes, false);
      return;
    }
    if (ts.isJsxAttribute(node)) {
      const name = node.name.getText();
      // A field's own name goes to the server; a component's is shown.
      if (name === "name" && ofThePage(node)) return;
      if (
        /^(?:className|to|href|src|id|key|htmlFor|type|method|action|d|viewBox|transform|style)$/u.test(name)
      )
        return;
      if (node.initializer) visit(node.initializer, SHOWN.has(name));
      return;
    }
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) add(node, [node.text], shown);
    else if (ts.isTemplateExpression(node)) add(node, variantsOf(node) ?? [], true);
    else if (ts.isConditionalExpression(node)) {
      visit(node.condition, false);
      visit(node.whenTrue, shown);
      visit(node.whenFalse, shown);
      return;
    }
    ts.forEachChild(node, (child) => visit(child, shown && passes(node)));
  };
  visit(source, false);
  return found;
}

const ofThePage = (attribute: ts.JsxAttribute): boolean =>
  /^[a-z]|^(?:Button|Form)$/u.test(attribute.parent.parent.tagName.getText());

/** What stands within may still be the very text that is shown. */
const passes = (node: ts.Node): boolean =>
  ts.isJsxExpression(node) ||
  ts.isParenthesizedExpression(node) ||
  (ts.isBinaryExpression(node) && shows(node));
const shows = (node: ts.BinaryExpression): boolean =>
  [
    ts.SyntaxKind.AmpersandAmpersandToken,
    ts.SyntaxKind.BarBarToken,
    ts.SyntaxKind.QuestionQuestionToken,
  ].includes(node.operatorToken.kind);

/** Imports, types, names that are compared with or looked up, and what is asked of the database. */
function neverRead(node: ts.Node): boolean {
  if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return true;
  if (ts.isStringLiteral(node)) {
    const { parent } = node;
    if (ts.isCaseClause(parent) || ts.isElementAccessExpression(parent)) return true;
    if (ts.isPropertyAssignment(parent) && parent.name === node) return true;
    if (ts.isBinaryExpression(parent) && /^[!=]==$/u.test(parent.operatorToken.getText())) return true;
  }
  return ts.isTaggedTemplateExpression(node);
}

/** What is put in, while a text is strung together: a character that no source has. */
const HOLE = "\ue000";
/** A place that a sentence fills by a name: {least}, or {feed:4} with so many figures. */
const NAMED = new RegExp(`\\{(?:[a-z]\\w*(?::\\d+)?|${HOLE})\\}`, "giu");

/** The ways a template or a literal may read; undefined for what is none. */
function variantsOf(node: ts.Expression): string[] | undefined {
  if (ts.isParenthesizedExpression(node)) return variantsOf(node.expression);
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return [node.text];
  if (ts.isConditionalExpression(node)) {
    const [yes, no] = [variantsOf(node.whenTrue), variantsOf(node.whenFalse)];
    return yes && no ? [...yes, ...no] : undefined;
  }
  if (!ts.isTemplateExpression(node)) return undefined;
  return strung([
    [node.head.text],
    ...node.templateSpans.flatMap((s) => [variantsOf(s.expression) ?? [HOLE], [s.literal.text]]),
  ]);
}

/** The ways the text of an element may read; elements within it are put in. */
function childrenOf(children: readonly ts.JsxChild[]): string[] {
  return strung(
    children.map((child) => {
      if (ts.isJsxText(child)) return [asJsxReads(child.text)];
      if (ts.isJsxExpression(child))
        return child.expression ? (variantsOf(child.expression) ?? [HOLE]) : [""];
      return [HOLE];
    }),
  );
}

/** Every way to string the pieces together, or what is put in where there were too many. */
function strung(pieces: readonly (readonly string[])[]): string[] {
  const ways = pieces.reduce((n, p) => n * p.length, 1);
  const kept = ways <= MOST_VARIANTS ? pieces : pieces.map((p) => (p.length > 1 ? [HOLE] : p));
  return kept.reduce<string[]>((all, piece) => all.flatMap((a) => piece.map((p) => a + p)), [""]);
}

/** JSX joins lines by one blank and drops what only indents. */
function asJsxReads(text: string): string {
  const lines = text.split("\n");
  return lines
    .map((l, i) => {
      const from = i === 0 ? l : l.trimStart();
      return i === lines.length - 1 ? from : from.trimEnd();
    })
    .filter((l) => l !== "")
    .join(" ");
}

/** Neighbouring holes cannot be told apart and are one. */
function numbered(text: string): string {
  let n = 0;
  return text.replaceAll(/\ue000+/gu, () => `{${n++}}`);
}

/** Words that people read: no list of classes, path, query or code. One word counts where it is shown, or as a name. */
function isRead(text: string, few: boolean): boolean {
  const words = text.replaceAll(/\{\d+\}/gu, " ").match(/\p{L}{2,}/gu) ?? [];
  // Markup and queries are written for programs.
  if (/^<[a-z!?/]/u.test(text)) return false;
  if (words.length === 0) return false;
  if (
    /^(?:SELECT|INSERT|UPDATE|DELETE|WITH |AND |OR |WHERE |SET |M\d|var\(|calc\(|url\(|https?:|data:)/u.test(
      text,
    )
  )
    return false;
  if (
    /[a-z]:[a-z[]|^[./#@]|[\w}]\/[\w{]|--|=>|\$\{|::|_|^\w+\(|;\s*\w+:/u.test(text) &&
    !/\p{L}{2,} \p{L}{2,} \p{L}{2,}/u.test(text)
  )
    return false;
  if (
    /(?:^| )(?:[a-z]+:)?-?[a-z]+-(?:\[|\d|x-|y-|full|px|ink|rule|sheet|here|hazard|center|baseline|start|end)/u.test(
      text,
    )
  )
    return false;
  if (
    /^(?:flex|grid|absolute|relative|border|block|inline|sticky|underline|sr-only|overflow|text|font)(?: |$)[a-z-: ]*$/u.test(
      text,
    ) &&
    words.length > 1
  )
    return false;
  if (words.length === 1)
    return few ? !/^[a-z]+[A-Z]/u.test(text) : /^\p{Lu}\p{Ll}+(?:[,:.…]?(?: \p{Lu}{1,2})?)?$/u.test(text);
  return /\s|^\p{Lu}\p{Ll}+-\p{Ll}+$/u.test(text);
}
