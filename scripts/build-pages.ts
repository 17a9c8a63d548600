/** The production build of the pages: made once, and again when something it is made of has changed. */
import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** names, sizes and times of everything a build is made of */
function sourceStamp(): string {
  const hash = createHash("sha256");
  const walk = (path: string) => {
    const s = statSync(path);
    if (s.isDirectory()) for (const name of readdirSync(path).sort()) walk(join(path, name));
    else hash.update(`${path} ${s.size} ${s.mtimeMs}\n`);
  };
  for (const path of ["src", "vite.config.ts", "package-lock.json"]) walk(path);
  return hash.digest("hex");
}

export async function buildPages(): Promise<void> {
  const stampFile = "dist/stamp";
  const stamp = sourceStamp();
  if (existsSync(stampFile) && readFileSync(stampFile, "utf8") === stamp) return;
  process.stdout.write("Building the pages ...\n");
  const { build } = await import("vite");
  await build({ logLevel: "warn" });
  writeFileSync(stampFile, stamp);
}
