/** No page has words of its own: what is shown comes from the modules of words, so that a language is a file more. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";

const SHOWN = ["src/web", "src/floor", "src/page"];
/** attributes that are read or heard */
const HEARD = /^(aria-label|label|title|placeholder|name|alt|okText|cancelText|what|suffix)$/;
/** names and units that are the same in every language */
const SAME = /^(Gryn|kg|lb|cm|mm|min|Nm|RIR|CSV|JSON|PDF|OpenAPI.*|openapi\.json|[A-Z]|Alt|Ctrl|Enter|Esc)$/;
const words = (text: string) => /\p{L}{2,}/u.test(text) && !SAME.test(text.trim());

interface Found {
  at: string;
  text: string;
}

/** text between tags, attributes that are read, and sentences in strings; never class names, addresses or keys */
function hardWired(file: string, source: string): Found[] {
  const tree = ts.createSourceFile(
    file,
    source,
    ts.ScriptTarget.Latest,
    true,
    file.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const out: Found[] = [];
  const say = (node: ts.Node, text: string) =>
    out.push({ at: `${file}:${tree.getLineAndCharacterOfPosition(node.getStart(tree)).line + 1}`, text: text.trim() });
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxText(node) && words(node.text)) say(node, node.text);
    if (ts.isJsxAttribute(node) && HEARD.test(node.name.getText(tree)) && node.initializer)
      if (
        ts.isStringLiteral(node.initializer) &&
        /^[A-Z]|.\s./.test(node.initializer.text) &&
        words(node.initializer.text)
      )
        say(node, node.initializer.text);
    // a sentence: it begins with a capital letter and has a second word
    if (ts.isStringLiteral(node) || ts.isTemplateExpression(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      const text = ts.isTemplateExpression(node)
        ? node.head.text + node.templateSpans.map((s) => `…${s.literal.text}`).join("")
        : node.text;
      if (/^[A-Z][a-z]+,? [a-z…]/.test(text) && !ts.isJsxAttribute(node.parent)) say(node, text);
    }
    ts.forEachChild(node, visit);
  };
  visit(tree);
  return out;
}

const filesIn = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((f) => /\.tsx?$/.test(f))
    .map((f) => join(folder, f));

test("pages say nothing that stands in no module of words", () => {
  expect(SHOWN.flatMap(filesIn).flatMap((f) => hardWired(f, readFileSync(f, "utf8")))).toEqual([]);
});

test("what is wired in would be found, and a class name, an address or a unit would not", () => {
  const found = (source: string) => hardWired("x.tsx", source).map((x) => x.text);
  expect(found('<p className="small quiet">Save the client</p>')).toEqual(["Save the client"]);
  expect(found('<Input aria-label="Reps in reserve" style={{ width: "max 3" }} />')).toEqual(["Reps in reserve"]);
  expect(found("const why = `Pain ${n} of 10 in the knee`;")).toEqual(["Pain … of 10 in the knee"]);
  expect(found('<a href="/clients/week">{words.open()} <b>kg</b></a>')).toEqual([]);
});
