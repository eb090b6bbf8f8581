// Prints each wording of the front end as "place<TAB>wording": text between tags, and texts in quotes that hold a word.
import { readdirSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";

const ts = createRequire(new URL("../../web/package.json", import.meta.url))("typescript");
const SKIPPED = new Set(["className", "id", "key", "type", "to", "path", "mode", "role", "style", "htmlFor", "name"]);

function* files(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* files(path);
    else if (/\.tsx?$/.test(path) && !/\.(test|gen)\./.test(path)) yield path;
  }
}

const isWording = (text) => /[A-Za-z]{2}/.test(text) && (/\s/.test(text.trim()) || /^[A-Z][a-z]/.test(text.trim()));

for (const path of files("web/src")) {
  const source = ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true);
  const tell = (node, text) => {
    const words = text.replace(/\s+/g, " ").trim();
    if (!isWording(words)) return;
    const { line } = source.getLineAndCharacterOfPosition(node.getStart());
    console.log(`${path}:${line + 1}\t${words}`);
  };
  const visit = (node) => {
    if (ts.isImportDeclaration(node)) return;
    if (ts.isJsxAttribute(node) && SKIPPED.has(node.name.getText())) {
      if (!node.initializer || ts.isStringLiteral(node.initializer)) return;
    }
    if (ts.isJsxText(node)) tell(node, node.text);
    else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) tell(node, node.text);
    else if (ts.isTemplateExpression(node))
      tell(node, node.head.text + node.templateSpans.map((span) => `{}${span.literal.text}`).join(""));
    ts.forEachChild(node, visit);
  };
  visit(source);
}
