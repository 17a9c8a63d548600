// One run of the core's tests: what one file has worked out of the library, the others read (tests/support/solver.ts).
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

export default function setup() {
  process.env.GRYN_TEST_RUN = mkdtempSync(join(tmpdir(), "gryn-core-tests-"));
  return undefined;
}

export const teardown = () => rmSync(process.env.GRYN_TEST_RUN, { recursive: true, force: true });
