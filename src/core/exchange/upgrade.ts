/**
 * Stored documents and files of older versions, brought up one version at a time. A frozen fixture of every version
 * stands in tests/fixtures; an upgrade is never changed once it has shipped.
 */
export const PROGRAM_FORMAT = "gryn-program";
export const PROGRAM_VERSION = 3;

type Document = Record<string, unknown>;
type Step = (document: Document) => Document;

/** every prescription of a document of any version, rebuilt */
function mapPrescriptions(document: Document, change: (prescription: Document) => Document): Document {
  const list = (value: unknown): Document[] => (Array.isArray(value) ? (value as Document[]) : []);
  return {
    ...document,
    days: list(document.days).map((day) => ({
      ...day,
      blocks: list(day.blocks).map((block) => ({ ...block, prescriptions: list(block.prescriptions).map(change) })),
    })),
  };
}

/** from version n to n + 1 */
const steps: Record<number, Step> = {
  // 2 knows approved alternatives, and pins the loaded length beside each credit
  1: (document) =>
    mapPrescriptions(document, (p) => ({
      ...p,
      alternatives: [],
      credits: Object.fromEntries(
        Object.entries((p.credits ?? {}) as Record<string, Document>).map(([head, credit]) => [
          head,
          { ...credit, length: null },
        ]),
      ),
    })),
  // 3 knows what a line was chosen for, what of the body it lifts and its harder relative; and dates of days
  2: (document) => {
    const upgraded = mapPrescriptions(document, (p) => ({ ...p, target: mostCredited(p), bodyLoad: 0, harder: null }));
    return { ...upgraded, days: (upgraded.days as Document[]).map((day) => ({ ...day, date: null })) };
  },
};

/** the head with most direct credit: what a line of before was for, as far as it can be told */
function mostCredited(p: Document): string | null {
  const direct = Object.entries((p.credits ?? {}) as Record<string, { share: number; direct: boolean }>).filter(
    ([, c]) => c.direct,
  );
  return direct.sort(([, a], [, b]) => b.share - a.share)[0]?.[0] ?? null;
}

/**
 * @returns the document at the present version; one of an unknown version is given back as it is, for the schema to
 * refuse
 */
export function upgradeProgram<T = unknown>(document: unknown): T {
  let current = document as Document;
  while (
    current &&
    typeof current === "object" &&
    typeof current.version === "number" &&
    current.version < PROGRAM_VERSION
  ) {
    const step = steps[current.version];
    if (!step) break;
    current = { ...step(current), version: current.version + 1 };
  }
  return current as T;
}
