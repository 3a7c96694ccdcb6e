/** Every phrase that the interface shows, a line each: sentences.mjs. Read by scripts/sentences.py. */
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import ts from "typescript";

const source = join(dirname(fileURLToPath(import.meta.url)), "..", "src");
const SHOWN = /^(aria-label|label|title|heading|words|sentence|placeholder|hint|note|name|alt|none|action|what)$/;

for (const file of readdirSync(source, { recursive: true }).sort()) {
  if (!/[.]tsx?$/.test(file) || /schema[.]d[.]ts$|vocabulary[.]ts$/.test(file)) continue;
  const text = readFileSync(join(source, file), "utf8");
  const parsed = ts.createSourceFile(
    file,
    text,
    ts.ScriptTarget.Latest,
    true,
    file.endsWith("x") ? ts.ScriptKind.TSX : undefined,
  );
  const seen = new Set();
  const tell = (node, words) => {
    const line = words.replace(/\s+/g, " ").trim();
    if (!/[A-Za-z]{2}/.test(line) || seen.has(line)) return;
    seen.add(line);
    const at = parsed.getLineAndCharacterOfPosition(node.getStart(parsed)).line + 1;
    console.log(`web/src/${file}:${at}: ${line}`);
  };
  const wordsOf = (node) => {
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
    if (!ts.isTemplateExpression(node)) return null;
    return node.head.text + node.templateSpans.map((span) => `{…}${span.literal.text}`).join("");
  };
  const visit = (node, shown) => {
    if (ts.isJsxText(node)) tell(node, node.text);
    else if (ts.isJsxAttribute(node))
      return node.initializer && visit(node.initializer, SHOWN.test(node.name.getText(parsed)));
    else if (ts.isPropertyAssignment(node)) return visit(node.initializer, SHOWN.test(node.name.getText(parsed)));
    else if (ts.isImportDeclaration(node)) return;
    else {
      const words = wordsOf(node);
      if (words !== null && (shown || (/ /.test(words) && /^[A-Z]/.test(words)))) tell(node, words);
    }
    ts.forEachChild(node, (child) => visit(child, shown && !ts.isCallExpression(node)));
  };
  visit(parsed, false);
}
