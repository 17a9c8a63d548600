/**
 * What a client gets on paper: page 1 with the week, then a card an exercise by day, with start and end, settings,
 * words and a log; rules at the end. A card never breaks over a page; figures get smaller before a page is added.
 */
import type { Snapshot, SnapshotPrescription } from "#core/training/handover";
import type { Language } from "#core/base/language";
import { printedIn, type PrintedWords } from "#core/words/client/languages";
import type { Block, Font, Ink, Mark, Measure, Page, Sheet, Tag } from "./marks";
import { lineHeight, paragraph, type Style } from "./setting";

export const PAPERS = { a4: [595.28, 841.89], letter: [612, 792] } as const;
export type Paper = keyof typeof PAPERS;

export interface Choices {
  paper: Paper;
  /** weeks that the log has room for */
  weeks: number;
  log: boolean;
  large: boolean;
}
export const USUAL: Choices = { paper: "a4", weeks: 4, log: true, large: false };

export interface SheetAsk {
  client: string;
  language: Language;
  number: number;
  /** of the hand-over, as the reader writes dates */
  day: string;
  snapshot: Snapshot;
  /** score from which pain stops an exercise */
  painStops: number;
  /** dark modules of the link's code, row by row, and the link; null where none can be printed */
  code: { size: number; dark: readonly boolean[]; link: string } | null;
}

const MARGIN = 28;
const GAP = 10;
/** mm in points */
const MM = 72 / 25.4;
const FIGURE = { usual: 27 * MM, small: 20 * MM };

interface Pen {
  words: PrintedWords["sheet"];
  measure: Measure;
  choices: Choices;
  width: number;
  height: number;
  /** size of running text */
  size: number;
}

/** a thing of some height, drawn from a top edge */
interface Piece {
  height: number;
  blocks: (y: number) => Block[];
}

const block = (tag: Tag, marks: Mark[], alt?: string): Block => (alt ? { tag, alt, marks } : { tag, marks });
const line = (x1: number, y1: number, x2: number, y2: number, ink: Ink = 0.3, thick = 0.6): Mark => ({
  kind: "line",
  x1,
  y1,
  x2,
  y2,
  ink,
  thick,
});

/** @returns pages of the chosen paper; at least one */
export function layoutSheet(ask: SheetAsk, choices: Choices, measure: Measure): Sheet {
  const [width, height] = PAPERS[choices.paper];
  const { sheet: words } = printedIn(ask.language);
  const pen: Pen = { words, measure, choices, width, height, size: choices.large ? 12 : 9 };
  const numbers = numbersOf(ask.snapshot);
  const pages: Page[] = [];
  let page: Block[] = [];
  let y = MARGIN;
  const bottom = height - MARGIN - 12;
  const turn = () => {
    if (page.length) pages.push({ blocks: page });
    page = [];
    y = MARGIN;
  };
  const put = (piece: Piece) => {
    if (y + piece.height > bottom && y > MARGIN) turn();
    page.push(...piece.blocks(y));
    y += piece.height + GAP;
  };
  put(heading(ask, pen));
  put(weekTable(ask.snapshot, numbers, pen));
  ask.snapshot.days.forEach((day, i) => {
    // the first day begins under the week where a card still fits
    if (i > 0) turn();
    const title = dayTitle(day, pen);
    const cards = (figure: number) =>
      day.blocks.flatMap((b) => b.prescriptions.map((p) => card(p, b.prescriptions, numbers, figure, pen)));
    const room = bottom - (i > 0 ? MARGIN : y) - title.height - GAP;
    const tall = (list: Piece[]) => list.reduce((s, c) => s + c.height + GAP, -GAP);
    const usual = cards(FIGURE.usual);
    const list = tall(usual) <= room ? usual : cards(FIGURE.small);
    const [first] = list;
    if (y + title.height + GAP + (first?.height ?? 0) > bottom) turn();
    put(title);
    list.forEach(put);
  });
  put(ending(ask, pen));
  turn();
  const foot = (n: number): Block => {
    const text = words.page({ n, of: pages.length });
    const mark = at(text, width - MARGIN - measure(text, "text", 8), height - MARGIN, 8, "text", 0.6, measure);
    return block("Artifact", [mark]);
  };
  return {
    language: ask.language,
    title: `${ask.client}, ${words.plan({ name: ask.snapshot.programName, number: ask.number, day: ask.day })}`,
    width,
    height,
    pages: pages.map(({ blocks }, i) => ({ blocks: [...blocks, foot(i + 1)] })),
  };
}

const at = (text: string, x: number, y: number, size: number, font: Font, ink: Ink, measure: Measure): Mark => ({
  kind: "text",
  x,
  y,
  size,
  font,
  ink,
  text,
  width: measure(text, font, size),
});

/** running numbers of the exercises, a line of every day in its order */
function numbersOf({ days }: Snapshot): Map<string, number> {
  const numbers = new Map<string, number>();
  for (const d of days)
    d.blocks.flatMap((b) => b.prescriptions).forEach((p, i) => numbers.set(`${d.id} ${p.id}`, i + 1).set(p.id, i + 1));
  return numbers;
}

const loadOf = ({ load }: SnapshotPrescription): string | null => (load ? `${load.value} ${load.unit}` : null);

function heading({ client, snapshot, number, day, code }: SheetAsk, { words, measure, width, size }: Pen): Piece {
  const side = code ? 62 : 0;
  const inner = width - 2 * MARGIN - (side ? side + GAP : 0);
  const title: Style = { font: "heading", size: 20 };
  return {
    height: Math.max(side + 14, 66),
    blocks: (y) => {
      const name = paragraph(client, title, { x: MARGIN, y, width: inner }, measure);
      const plan = paragraph(
        words.plan({ name: snapshot.programName, number, day }),
        { font: "text", size },
        { x: MARGIN, y: y + name.height + 2, width: inner },
        measure,
      );
      const left = paragraph(
        words.left(),
        { font: "strong", size },
        { x: MARGIN, y: y + name.height + plan.height + 6, width: inner },
        measure,
      );
      const out = [block("H1", name.marks), block("P", plan.marks), block("P", left.marks)];
      if (!code)
        return [
          ...out,
          block(
            "P",
            paragraph(
              words.noLink(),
              { font: "text", size, ink: 0.6 },
              { x: MARGIN, y: y + name.height + plan.height + left.height + 8, width: inner },
              measure,
            ).marks,
          ),
        ];
      const step = side / code.size;
      const x0 = width - MARGIN - side;
      const dark = code.dark.flatMap((on, i): Mark[] =>
        on
          ? [
              {
                kind: "box",
                x: x0 + (i % code.size) * step,
                y: y + Math.floor(i / code.size) * step,
                width: step,
                height: step,
                fill: 1,
              },
            ]
          : [],
      );
      const said = at(
        words.link(),
        x0 + side - measure(words.link(), "text", 8),
        y + side + 10,
        8,
        "text",
        0.6,
        measure,
      );
      return [...out, block("Figure", dark, `${words.link()}: ${code.link}`), block("P", [said])];
    },
  };
}

/** the week in columns, a day each: exercise, sets and reps, nothing else */
function weekTable(
  snapshot: Snapshot,
  numbers: ReadonlyMap<string, number>,
  { words, measure, width, size }: Pen,
): Piece {
  const columns = Math.min(4, Math.max(1, snapshot.days.length));
  const column = (width - 2 * MARGIN - (columns - 1) * GAP) / columns;
  const cells = snapshot.days.map((day) => {
    const lines: { text: string; style: Style }[] = [{ text: day.name, style: { font: "strong", size } }];
    for (const p of day.blocks.flatMap((b) => b.prescriptions))
      lines.push(
        { text: `${numbers.get(`${day.id} ${p.id}`)}  ${p.name}`, style: { font: "text", size } },
        {
          text: words.short({ sets: p.reserves.length, ...p.reps, load: loadOf(p) }),
          style: { font: "text", size: size - 0.5, ink: 0.6 },
        },
      );
    return lines;
  });
  const set = (n: number, x: number, y: number) => {
    const marks: Mark[] = [];
    let down = 0;
    for (const { text, style } of cells[n]!) {
      const p = paragraph(text, style, { x, y: y + down, width: column }, measure);
      marks.push(...p.marks);
      down += p.height + (style.ink ? 2 : 0);
    }
    return { marks, height: down };
  };
  const rows = Array.from({ length: Math.ceil(cells.length / columns) }, (_, r) =>
    cells.slice(r * columns, (r + 1) * columns).map((_, c) => r * columns + c),
  );
  const heights = rows.map((row) => Math.max(...row.map((n) => set(n, 0, 0).height)));
  const title = lineHeight(13) + 4;
  return {
    height: title + heights.reduce((s, h) => s + h + 8, 0),
    blocks: (y) => {
      const head = paragraph(words.week(), { font: "heading", size: 13 }, { x: MARGIN, y, width: 300 }, measure);
      const marks: Mark[] = [line(MARGIN, y + title - 3, width - MARGIN, y + title - 3, 1, 0.8)];
      let down = y + title;
      rows.forEach((row, r) => {
        row.forEach((n, c) => marks.push(...set(n, MARGIN + c * (column + GAP), down).marks));
        down += heights[r]! + 8;
      });
      return [block("H2", head.marks), block("Table", marks, words.week())];
    },
  };
}

function dayTitle(day: Snapshot["days"][number], { words, measure, width }: Pen): Piece {
  const style: Style = { font: "heading", size: 13 };
  return {
    height: lineHeight(13) + 2,
    blocks: (y) => {
      const title = paragraph(day.name, style, { x: MARGIN, y, width: width - 2 * MARGIN - 100 }, measure);
      const text = words.minutes({ minutes: Math.round(day.minutes) });
      const minutes = at(text, width - MARGIN - measure(text, "text", 9), y + 12, 9, "text", 0.6, measure);
      const rule = line(MARGIN, y + lineHeight(13) + 1, width - MARGIN, y + lineHeight(13) + 1, 1, 0.8);
      return [block("H2", [...title.marks]), block("P", [minutes]), block("Artifact", [rule])];
    },
  };
}

/** what is said on a card: a word in front, and the sentence */
function sayings(
  p: SnapshotPrescription,
  pair: SnapshotPrescription | undefined,
  numbers: ReadonlyMap<string, number>,
  words: PrintedWords["sheet"],
) {
  const head = /^For (.*)$/.exec(p.reason)?.[1];
  const out: { lead: string | null; text: string }[] = [];
  if (p.note.trim()) out.push({ lead: words.coach(), text: p.note.trim() });
  if (pair) out.push({ lead: null, text: words.pair({ with: numbers.get(pair.id)! }) });
  for (const text of [...p.doing, ...p.cues]) out.push({ lead: null, text });
  if (!p.load && p.bodyLoad === 0 && p.purpose === "work") out.push({ lead: null, text: words.first() });
  if (head) out.push({ lead: words.feel(), text: `${head}.` });
  if (p.purpose === "work") out.push({ lead: words.stop(), text: words.stopWords({ left: p.reserves[0] ?? 2 }) });
  for (const text of p.cautions) out.push({ lead: null, text });
  const busy = p.alternatives.map((a) => a.name).slice(0, 2);
  if (busy.length) out.push({ lead: words.busy(), text: `${words.or({ names: busy })}.` });
  return out;
}

/** "2" where every set leaves as many, "2, 1, 0" where they differ */
const leftText = (reserves: readonly number[]): string =>
  reserves.every((r) => r === reserves[0]) ? `${reserves[0] ?? 2}` : reserves.join(", ");

const LOG = { week: 17 * MM, label: 26, row: 19 };

function card(
  p: SnapshotPrescription,
  paired: readonly SnapshotPrescription[],
  numbers: ReadonlyMap<string, number>,
  figure: number,
  pen: Pen,
): Piece {
  const { words, measure, width, size, choices } = pen;
  const inner = width - 2 * MARGIN;
  const log = choices.log ? LOG.label + choices.weeks * LOG.week : 0;
  const figures = 2 * figure + 6;
  const left = { x: MARGIN, width: figures };
  const middle = { x: MARGIN + figures + GAP, width: inner - figures - GAP - (log ? log + GAP : 0) };
  // a log too wide for the words goes under them
  const below = log > 0 && middle.width < 130;
  if (below) middle.width = inner - figures - GAP;
  const pair = paired.find((x) => x.id !== p.id);
  const title = `${numbers.get(p.id)}  ${p.name}`;
  const ask = words.ask({
    sets: p.reserves.length,
    ...p.reps,
    load: loadOf(p),
    left: leftText(p.reserves),
    rest: p.rest,
    sides: p.sides,
  });
  const head = (y: number) => {
    const name = paragraph(title, { font: "strong", size: size + 2 }, { x: MARGIN, y, width: inner }, measure);
    const asked = paragraph(ask, { font: "text", size }, { x: MARGIN, y: y + name.height, width: inner }, measure);
    return { name, asked, height: name.height + asked.height + 4 };
  };
  const settings = (y: number) =>
    column(
      p.settings.map((text) => ({ lead: null, text })),
      { ...left, y },
      size - 0.5,
      measure,
    );
  const said = (y: number) => column(sayings(p, pair, numbers, words), { ...middle, y }, size, measure);
  const logHeight = log ? (p.reserves.length + 1) * LOG.row + 2 : 0;
  const top = head(0).height;
  const pictures = figure + lineHeight(7.5) + 2;
  const body = Math.max(
    pictures + settings(0).height,
    said(0).height + (below ? logHeight + 4 : 0),
    below ? 0 : logHeight,
  );
  return {
    height: top + body + 4,
    blocks: (y) => {
      const h = head(y);
      const y1 = y + h.height;
      const pose = (which: "start" | "end", x: number): Block[] => [
        block(
          "Figure",
          [{ kind: "drawing", x, y: y1, width: figure, height: figure, drawing: p[which] }],
          words.figure({ name: p.name, at: which }),
        ),
        block("P", [at(words[which](), x, y1 + figure + 7.5, 7.5, "text", 0.6, measure)]),
      ];
      const s = settings(y1 + pictures);
      const m = said(y1);
      const out: Block[] = [
        block("H3", h.name.marks),
        block("P", h.asked.marks),
        ...pose("start", MARGIN),
        ...pose("end", MARGIN + figure + 6),
      ];
      if (s.marks.length) out.push(block("P", s.marks));
      if (m.marks.length) out.push(block("P", m.marks));
      if (log) {
        const x = below ? middle.x : width - MARGIN - log;
        out.push(logGrid(p.reserves.length, x, below ? y1 + m.height + 4 : y1, log, pen));
      }
      out.push(
        block("Artifact", [
          line(MARGIN, y + top + body + 4 + GAP / 2, width - MARGIN, y + top + body + 4 + GAP / 2, 0.12),
        ]),
      );
      return out;
    },
  };
}

/** short paragraphs under each other; the word in front is strong and stands in the same line */
function column(
  list: readonly { lead: string | null; text: string }[],
  place: { x: number; y: number; width: number },
  size: number,
  measure: Measure,
): { marks: Mark[]; height: number } {
  const marks: Mark[] = [];
  let down = 0;
  for (const { lead, text } of list) {
    const y = place.y + down;
    const indent = lead ? measure(`${lead} `, "strong", size) : 0;
    const first = lead ? paragraph(lead, { font: "strong", size }, { ...place, y }, measure) : null;
    const rest = paragraph(text, { font: "text", size }, { ...place, y, indent }, measure);
    marks.push(...(first?.marks ?? []), ...rest.marks);
    down += rest.height + 2;
  }
  return { marks, height: down };
}

/** a row a set, a column a week, with room to write */
function logGrid(sets: number, x: number, y: number, width: number, { words, measure, choices }: Pen): Block {
  const marks: Mark[] = [];
  const height = (sets + 1) * LOG.row;
  const week = (width - LOG.label) / choices.weeks;
  for (let n = 0; n < choices.weeks; n++)
    marks.push(at(words.weekNumber({ n: n + 1 }), x + LOG.label + n * week + 3, y + 13, 7.5, "text", 0.6, measure));
  for (let n = 0; n < sets; n++)
    marks.push(at(words.set({ n: n + 1 }), x, y + (n + 1) * LOG.row + 13, 7.5, "text", 0.6, measure));
  for (let n = 1; n <= sets + 1; n++) marks.push(line(x, y + n * LOG.row, x + width, y + n * LOG.row));
  for (let n = 0; n <= choices.weeks; n++)
    marks.push(line(x + LOG.label + n * week, y, x + LOG.label + n * week, y + height));
  return block("Table", marks, words.log({ weeks: choices.weeks }));
}

/** what to write down once a week, and what to do when */
function ending({ painStops }: SheetAsk, { words, measure, width, size, choices }: Pen): Piece {
  const inner = width - 2 * MARGIN;
  const rules = [...words.rule.map((r) => r()), words.pain({ stop: painStops })];
  const set = (y: number) =>
    column(
      rules.map((text) => ({ lead: null, text })),
      { x: MARGIN, y, width: inner },
      size,
      measure,
    );
  const title = lineHeight(13) + 2;
  const table = choices.log ? title + (words.checkIn.length + 1) * LOG.row + 6 : 0;
  return {
    height: title + set(0).height + table,
    blocks: (y) => {
      const head = (text: string, top: number) =>
        block("H2", paragraph(text, { font: "heading", size: 13 }, { x: MARGIN, y: top, width: inner }, measure).marks);
      const said = set(y + title);
      const out = [head(words.rules(), y), block("P", said.marks)];
      if (!choices.log) return out;
      const top = y + title + said.height + 4;
      out.push(head(words.weekly(), top));
      const marks: Mark[] = [];
      const [label, y0] = [150, top + title];
      const week = Math.min(70, (inner - label) / choices.weeks);
      for (let n = 0; n < choices.weeks; n++)
        marks.push(
          at(words.weekNumber({ n: n + 1 }), MARGIN + label + n * week + 3, y0 + 13, 7.5, "text", 0.6, measure),
        );
      words.checkIn.forEach((asked, i) =>
        marks.push(
          at(asked(), MARGIN, y0 + (i + 1) * LOG.row + 13, size, "text", 1, measure),
          line(MARGIN, y0 + (i + 1) * LOG.row, MARGIN + label + choices.weeks * week, y0 + (i + 1) * LOG.row),
        ),
      );
      out.push(block("Table", marks, words.weekly()));
      return out;
    },
  };
}
