import { applyOperation } from "#core/program/edit";
import type { Operation, Program } from "#core/program/document";

/** the program after operations, none of which may be refused */
export const editsApply = (program: Program, operations: readonly Operation[]): Program =>
  operations.reduce((p, o) => {
    const r = applyOperation(p, o);
    if ("refused" in r) throw new Error(`${o.kind}: ${r.refused}`);
    return r.program;
  }, program);
