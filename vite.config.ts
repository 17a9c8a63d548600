import react from "@vitejs/plugin-react";
import { defineConfig, runnerImport, type Plugin } from "vite";

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

export default defineConfig({
  plugins: [checkedData(), react()],
  worker: { format: "es", plugins: () => [checkedData()] },
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
