/**
 * TypeScript for the tests. A test's modules run in a context of their own, where each look at a global goes through an
 * interceptor: `Math` in the engine's loops cost nine tenths of the time. They are looked up once a module instead.
 */
import swc from "@swc/jest";

const GLOBALS = [
  "Math",
  "Infinity",
  "NaN",
  "Number",
  "String",
  "Object",
  "Array",
  "Map",
  "Set",
  "Float64Array",
  "Float32Array",
  "Int32Array",
  "Int16Array",
  "Uint8Array",
];
const PREFIX = `const {${GLOBALS.join(",")}} = globalThis;`;

export default {
  createTransformer(options) {
    const own = swc.createTransformer(options);
    // on the first line, so that lines stay what they are
    const quick = ({ code, ...rest }) => ({ ...rest, code: PREFIX + code });
    return {
      ...own,
      process: (...given) => quick(own.process(...given)),
      processAsync: async (...given) => quick(await own.processAsync(...given)),
      getCacheKey: (...given) => `${own.getCacheKey(...given)} ${PREFIX}`,
    };
  },
};
