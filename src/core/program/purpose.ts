/** Lines that warm up or cool down: they take minutes and are shown, and nothing is counted or judged of them. */
import type { Purpose } from "./limits";
import type { Block, Program } from "./document";

/** a pair is work unless both of it are not */
export const purposeOf = (block: Block): Purpose =>
  block.prescriptions.some((p) => p.purpose === "work") ? "work" : block.prescriptions[0]!.purpose;

const isWork = (b: Block) => purposeOf(b) === "work";

/** the program with what counts, and nothing else */
export const workOf = (program: Program): Program =>
  program.days.every((d) => d.blocks.every(isWork))
    ? program
    : { ...program, days: program.days.map((d) => ({ ...d, blocks: d.blocks.filter(isWork) })) };
