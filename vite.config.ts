import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { promisify } from "node:util";
import { brotliCompress, constants, gzip as gzipOf } from "node:zlib";
import react from "@vitejs/plugin-react";
import ts from "typescript";
import { defineConfig, runnerImport, type Plugin } from "vite";

const [brotli, gzip] = [promisify(brotliCompress), promisify(gzipOf)];

/**
 * The core reads its own data files through their schemas when a `*.data.ts` module loads. A page gets what came out of
 * that, checked and complete, and neither the schemas nor the checking.
 */
const checkedData = (): Plugin => ({
  name: "checked-data",
  async load(id) {
    if (!id.endsWith(".data.ts")) return null;
    const { module } = await runnerImport<Record<string, unknown>>(id);
    return Object.entries(module)
      .map(([name, value]) => `export const ${name} = ${JSON.stringify(value)};`)
      .join("\n");
  },
});

/** sentences travel without the samples that tests and `npm run words` read them with */
const withoutSamples = (): Plugin => ({
  name: "without-samples",
  apply: "build",
  enforce: "pre",
  transform(code, id) {
    if (!id.includes("/src/core/words/")) return null;
    const file = ts.createSourceFile(id, code, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS);
    const samples: ts.Node[] = [];
    const visit = (node: ts.Node): void => {
      if (ts.isCallExpression(node) && node.expression.getText(file) === "sentence" && node.arguments.length === 2)
        samples.push(node.arguments[0]!);
      ts.forEachChild(node, visit);
    };
    visit(file);
    return samples.reduceRight((text, s) => `${text.slice(0, s.getStart(file))}null${text.slice(s.getEnd())}`, code);
  },
});

/** the library in the default body, worked out once a build instead of by every first visit */
const defaultSurvey = (): Plugin => ({
  name: "default-survey",
  apply: "build",
  async generateBundle() {
    type Module = typeof import("./src/core/mechanics/default-survey.ts");
    const { module } = await runnerImport<Module>("./src/core/mechanics/default-survey.ts");
    const { file, survey } = module.defaultSurvey();
    this.emitFile({ type: "asset", fileName: file, source: JSON.stringify(survey) });
  },
});

/** every file over a kilobyte once more as brotli and gzip: the server sends what the browser takes, packed once */
const packed = (): Plugin => ({
  name: "packed",
  apply: "build",
  async writeBundle({ dir }, bundle) {
    if (!dir) return;
    await Promise.all(
      Object.keys(bundle)
        .filter((name) => /\.(js|css|html|svg|wasm|json|webmanifest)$/.test(name))
        .map(async (name) => {
          const path = join(dir, name);
          const bytes = await readFile(path);
          if (bytes.length < 1024) return;
          // the last tenth of a file of megabytes is not worth a minute of each build
          const best = bytes.length > 1_000_000 ? 9 : 11;
          const quality = { [constants.BROTLI_PARAM_QUALITY]: best, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length };
          await Promise.all([
            brotli(bytes, { params: quality }).then((b) => writeFile(`${path}.br`, b)),
            gzip(bytes, { level: 9 }).then((b) => writeFile(`${path}.gz`, b)),
          ]);
        }),
    );
  },
});

export default defineConfig({
  plugins: [withoutSamples(), checkedData(), react(), defaultSurvey(), packed()],
  worker: { format: "es", plugins: () => [withoutSamples(), checkedData()] },
  build: {
    outDir: "dist",
    target: "es2022",
    rollupOptions: {
      input: { main: "index.html", floor: "floor.html", "floor-service": "src/floor/service.ts" },
      output: { entryFileNames: (chunk) => (chunk.name === "floor-service" ? "[name].js" : "assets/[name]-[hash].js") },
    },
    chunkSizeWarningLimit: 900,
  },
});
