/** A sheet as PDF: fonts embedded, drawings as vectors, tagged so that a reader's program hears it in order. */
import PDFDocument from "pdfkit";
import { greyOf, inkOf } from "#core/sheet/ink";
import type { Block, Mark, Sheet } from "#core/sheet/marks";
import { cutsOf, runsOf } from "#server/sheet/fonts";

type Doc = PDFKit.PDFDocument;

/** @returns the bytes of the file */
export async function pdfOf(sheet: Sheet): Promise<Uint8Array> {
  const doc = new PDFDocument({
    size: [sheet.width, sheet.height],
    margin: 0,
    autoFirstPage: false,
    pdfVersion: "1.7",
    tagged: true,
    lang: sheet.language,
    displayTitle: true,
    info: { Title: sheet.title, Creator: "Gryn", Producer: "Gryn" },
  });
  const chunks: Buffer[] = [];
  doc.on("data", (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((done) => doc.on("end", () => done()));
  for (const font of ["text", "strong", "heading"] as const)
    for (const cut of cutsOf(font)) doc.registerFont(cut.name, cut.bytes);
  const whole = doc.struct("Document");
  doc.addStructure(whole);
  for (const page of sheet.pages) {
    doc.addPage();
    for (const block of page.blocks) drawBlock(doc, block, whole);
  }
  whole.end();
  doc.end();
  await ended;
  return new Uint8Array(Buffer.concat(chunks));
}

function drawBlock(doc: Doc, { tag, alt, marks }: Block, whole: PDFKit.PDFStructureElement): void {
  const draw = () => marks.forEach((m) => drawMark(doc, m));
  if (tag === "Artifact") {
    doc.markContent("Artifact", { type: "Layout" });
    draw();
    doc.endMarkedContent();
    return;
  }
  // a table of one drawn block is heard by its words and said by its name
  const type = tag === "Table" ? "Div" : tag;
  whole.add(doc.struct(type, { ...(alt ? { alt } : {}) }, draw));
}

function drawMark(doc: Doc, m: Mark): void {
  switch (m.kind) {
    case "text": {
      let x = m.x;
      doc.fillColor(greyOf(m.ink));
      for (const run of runsOf(m.text, m.font)) {
        doc.font(run.cut.name).fontSize(m.size);
        doc.text(run.text, x, m.y, { lineBreak: false, baseline: "alphabetic" });
        x += doc.widthOfString(run.text);
      }
      return;
    }
    case "line":
      doc.moveTo(m.x1, m.y1).lineTo(m.x2, m.y2).lineWidth(m.thick).stroke(greyOf(m.ink));
      return;
    case "box":
      doc.rect(m.x, m.y, m.width, m.height).fill(greyOf(m.fill));
      return;
    case "drawing": {
      const { width, height, shapes } = m.drawing;
      const k = Math.min(m.width / width, m.height / height);
      doc.save();
      doc.translate(m.x + (m.width - k * width) / 2, m.y + (m.height - k * height) / 2).scale(k);
      doc.lineCap("round").lineJoin("round");
      for (const s of shapes) {
        const { fill, stroke, width: usual } = inkOf(s.role);
        doc.lineWidth(s.thick ?? usual).path(s.d);
        if (fill !== null && stroke !== null) doc.fillAndStroke(greyOf(fill), greyOf(stroke));
        else if (fill !== null) doc.fill(greyOf(fill));
        else if (stroke !== null) doc.stroke(greyOf(stroke));
      }
      doc.restore();
    }
  }
}
