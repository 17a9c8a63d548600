/** No page has words of its own: what is shown comes from the modules of words, so that a language is a file more. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";

const SHOWN = ["src/web", "src/floor", "src/page"];
/** attributes that are read or heard */
const HEARD = /^(aria-label|ariaLabelForHandle|label|title|placeholder|name|alt|okText|cancelText|what|suffix)$/;
/** names and units that are the same in every language; a series that no legend shows begins with _ */
const SAME = /^(Gryn|kg|lb|cm|mm|min|Nm|RIR|CSV|JSON|PDF|OpenAPI.*|openapi\.json|[A-Z]|Alt|Ctrl|Enter|Esc)$/;
/** properties whose value is shown */
const SHOWN_AS = /^(label|title|okText|cancelText|placeholder|"aria-label")$/;
/** single words that begin with a capital and are names of keys, browsers, or ours */
const NAMES = /^(Enter|Escape|Tab|Home|End|Backspace|Delete|Shift|Control|Space|Edge?|Firefox|Safari|Chrome|Gryn)$/;
const words = (text: string) => /\p{L}{2,}/u.test(text) && !SAME.test(text.trim()) && !/^_/.test(text);

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
  /** what an expression that stands where something is shown may show */
  const shows = (node: ts.Node): void => {
    if (ts.isParenthesizedExpression(node)) return shows(node.expression);
    if (ts.isConditionalExpression(node)) return (shows(node.whenTrue), shows(node.whenFalse));
    if (ts.isBinaryExpression(node) && /^(&&|\|\||\?\?|\+)$/.test(node.operatorToken.getText(tree))) {
      if (node.operatorToken.kind !== ts.SyntaxKind.AmpersandAmpersandToken) shows(node.left);
      return shows(node.right);
    }
    if (ts.isStringLiteralLike(node) && words(node.text)) say(node, node.text);
    if (ts.isTemplateExpression(node)) {
      const text = node.head.text + node.templateSpans.map((s) => `…${s.literal.text}`).join("");
      if (words(text)) say(node, text);
      node.templateSpans.forEach((s) => shows(s.expression));
    }
  };
  const isShown = ({ parent }: ts.JsxExpression) => !ts.isJsxAttribute(parent) || HEARD.test(parent.name.getText(tree));
  const literal = (node: ts.StringLiteral): void => {
    if (ts.isJsxAttribute(node.parent)) {
      const heard = HEARD.test(node.parent.name.getText(tree));
      if (heard && /^[A-Z]|.\s./.test(node.text) && words(node.text)) say(node, node.text);
    } else if (/^\p{Lu}\p{Ll}{2,}$/u.test(node.text) && !NAMES.test(node.text) && !ts.isBinaryExpression(node.parent))
      say(node, node.text);
  };
  const visit = (node: ts.Node): void => {
    // rules of a style sheet are read by nobody
    if (ts.isJsxElement(node) && node.openingElement.tagName.getText(tree) === "style") return;
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isJsxExpression(node) && node.expression && isShown(node)) shows(node.expression);
    if (ts.isPropertyAssignment(node) && SHOWN_AS.test(node.name.getText(tree))) shows(node.initializer);
    if (ts.isStringLiteral(node)) literal(node);
    if (ts.isJsxText(node) && words(node.text)) say(node, node.text);
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
  expect(found("<p>{n === 1 ? 'exercise' : words.many()}</p>")).toEqual(["exercise"]);
  expect(found("<b>{`${p.name}: more`}</b>")).toEqual(["…: more"]);
  expect(found('const items = [{ key: "up", label: "earlier" }];')).toEqual(["earlier"]);
  expect(found('const WORD = { saved: "Saved" };')).toEqual(["Saved"]);
  expect(found('const on = e.key === "Enter" && kind === "Map";')).toEqual([]);
  expect(found('<a href="/clients/week">{words.open()} <b>kg</b></a>')).toEqual([]);
});
