import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { findHead } from "#core/anatomy/anatomy";
import { exercises } from "#core/exercises/library";
import { terms } from "#core/words/glossary";
import { ideas } from "#core/words/method";
import { librarySurvey } from "../support/solver";

const docs = join(import.meta.dirname, "../../docs/method");
const slug = (heading: string) =>
  heading
    .toLowerCase()
    .replace(/[^\p{L}\p{N} -]/gu, "")
    .replaceAll(" ", "-");
const anchors = (page: string) =>
  [...readFileSync(join(docs, `${page}.md`), "utf8").matchAll(/^#{1,4} (.+)$/gm)].map((m) => slug(m[1]!));

test("every term leads to a heading of the exact page", () => {
  const all = anchors("mechanics");
  for (const id of Object.keys(terms)) expect(all).toContain(id);
});

test("every idea leads to a page and a heading that there are, and says what it costs and how sure it is", () => {
  const pages = readdirSync(docs).map((f) => f.replace(/\.md$/, ""));
  for (const { page, tradeOff, sure, says } of ideas) {
    const [, name, anchor] = /^\/method\/([a-z-]+)(?:#(.+))?$/.exec(page)!;
    expect(pages).toContain(name);
    if (anchor) expect(anchors(name!)).toContain(anchor);
    for (const text of [says, tradeOff, sure]) expect(text.length).toBeGreaterThan(30);
  }
  expect(new Set(ideas.map((i) => i.id)).size).toBe(ideas.length);
});

test("an example names a head and two setups that load it, and they differ in what the idea is about", () => {
  for (const { example } of ideas) {
    if (!example) continue;
    expect(findHead(example.head)).toBeDefined();
    const places = example.setups.map((id) => {
      expect(exercises.has(id)).toBe(true);
      return librarySurvey().rows.find((r) => r.exerciseId === id && r.view.heads[example.head])!.view.heads[
        example.head
      ]!.loadedLength;
    });
    expect(Math.abs(places[0]! - places[1]!)).toBeGreaterThan(0.04);
  }
});
