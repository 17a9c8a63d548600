/** Axes of the bench's charts: named choices are no number line, and titles stand whole. */

/** what is on the x axis */
export interface Axis {
  name: string;
  unit: string;
  min: number;
  max: number;
  say: (v: number) => string;
  /** named choices: points with their names, since there is nothing between them */
  options?: readonly { value: number; name: string }[] | undefined;
}

/** a title that does not fit beside its axis stands on two lines */
const LONGEST = 26;
export function onLines(text: string): string | string[] {
  if (text.length <= LONGEST) return text;
  const at = text.lastIndexOf(" ", Math.ceil(text.length / 2) + 4);
  return at > 0 ? [text.slice(0, at), text.slice(at + 1)] : text;
}

/** a tick for each choice, with its name */
export const namedTicks = (options: readonly { value: number; name: string }[], color: string) => ({
  afterBuildTicks: (scale: { ticks: { value: number }[] }) => {
    scale.ticks = options.map((o) => ({ value: o.value }));
  },
  ticks: {
    color,
    autoSkip: false,
    callback: (v: number | string) => options.find((o) => o.value === Number(v))?.name ?? "",
  },
});
