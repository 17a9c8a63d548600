/**
 * A printed page as data: text and shapes at places, gathered into blocks that a reader's program can tell apart. One
 * layout is shown, printed and written as PDF. Lengths are points (1/72 in), y goes down from the top of the page.
 */
import type { Language } from "#core/base/language";
import type { Drawing } from "#core/training/handover";

export const FONTS = ["text", "strong", "heading"] as const;
export type Font = (typeof FONTS)[number];

/** black on white whatever the theme: a share of ink */
export type Ink = 1 | 0.6 | 0.3 | 0.12;

export type Mark =
  /** y of the line that letters stand on */
  | { kind: "text"; x: number; y: number; size: number; font: Font; ink: Ink; text: string; width: number }
  | { kind: "line"; x1: number; y1: number; x2: number; y2: number; thick: number; ink: Ink }
  | { kind: "box"; x: number; y: number; width: number; height: number; fill: Ink }
  | { kind: "drawing"; x: number; y: number; width: number; height: number; drawing: Drawing };

/** what a block is to somebody who hears the page */
export type Tag = "H1" | "H2" | "H3" | "P" | "Figure" | "Table" | "Artifact";

export interface Block {
  tag: Tag;
  /** of a figure or a table: what it shows, in words */
  alt?: string;
  marks: Mark[];
}

export interface Page {
  blocks: Block[];
}

export interface Sheet {
  language: Language;
  title: string;
  width: number;
  height: number;
  pages: Page[];
}

/** widths of a line of text, by the font that it is set in, points */
export type Measure = (text: string, font: Font, size: number) => number;

/** texts of a page in reading order, a line each */
export const textsOf = ({ blocks }: Page): string[] =>
  blocks.flatMap((b) => b.marks.flatMap((m) => (m.kind === "text" ? [m.text] : [])));
