/** Gzipped JavaScript before the first view, beside a bare React and Ant Design page built the same way. */
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import react from "@vitejs/plugin-react";
import { build, type Rollup } from "vite";
import type { BenchRow } from "./row";

const kB = (bytes: number) => `${(bytes / 1000).toFixed(1)} kB`;

type Output = Rollup.RollupOutput["output"];

/** everything an entry loads before it can run: itself and its static imports; optionally what one lazy view adds */
function initial(output: Output, entry: string, view?: string): number {
  const chunks = new Map(output.flatMap((c) => (c.type === "chunk" ? [[c.fileName, c] as const] : [])));
  const seen = new Set<string>();
  const walk = (file: string) => {
    const chunk = chunks.get(file);
    if (!chunk || seen.has(file)) return;
    seen.add(file);
    chunk.imports.forEach(walk);
  };
  for (const c of chunks.values()) if ((c.isEntry && c.name === entry) || (view && c.name === view)) walk(c.fileName);
  return [...seen].reduce((sum, file) => sum + gzipSync(chunks.get(file)!.code, { level: 9 }).length, 0);
}

const css = (output: Output, name: string) =>
  output
    .filter((o) => o.type === "asset" && o.fileName.endsWith(".css") && o.fileName.includes(name))
    .reduce((sum, o) => sum + gzipSync((o as Rollup.OutputAsset).source as string).length, 0);

async function bundle(options: object): Promise<Output> {
  const result = (await build({
    logLevel: "silent",
    ...options,
    build: { write: false, target: "es2022", ...(options as { build?: object }).build },
  })) as Rollup.RollupOutput;
  return result.output;
}

export async function benchPages(): Promise<BenchRow[]> {
  const ours = await bundle({});
  mkdirSync("dist", { recursive: true });
  const folder = mkdtempSync("dist/bare-");
  try {
    writeFileSync(join(folder, "index.html"), '<div id="root"></div><script type="module" src="./bare.tsx"></script>');
    writeFileSync(
      join(folder, "bare.tsx"),
      'import { Button, ConfigProvider, Input, Select } from "antd"; import { createRoot } from "react-dom/client"; createRoot(document.getElementById("root")!).render(<ConfigProvider><Input /><Select options={[]} /><Button>Go</Button></ConfigProvider>);',
    );
    const bare = initial(
      await bundle({
        configFile: false,
        root: folder,
        plugins: [react()],
        build: { rollupOptions: { input: join(folder, "index.html") } },
      }),
      "index",
    );
    const shell = initial(ours, "main");
    const ranking = initial(ours, "main", "RankingPage");
    const floor = initial(ours, "floor") + css(ours, "floor") + gzipSync(readFileSync("floor.html")).length;
    return [
      {
        what: "coach's page: shell, JavaScript gzip",
        value: kB(shell),
        baseline: `bare React + Ant Design ${kB(bare)}`,
        ratio: shell / bare,
      },
      {
        what: "coach's page: with the first view (ranking)",
        value: kB(ranking),
        baseline: `bare React + Ant Design ${kB(bare)}`,
        ratio: ranking / bare,
      },
      {
        what: "client's page: script, style and document, gzip",
        value: kB(floor),
        baseline: "target 80 kB",
        ratio: floor / 80_000,
      },
    ];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
