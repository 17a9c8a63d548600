import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  worker: { format: "es" },
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
