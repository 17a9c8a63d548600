/**
 * The production build of the pages: made once, and again when something it is made of has changed. Parts of the build
 * before are kept for a day, so that a page that is open finds what it has not yet asked for.
 */
import { createHash } from "node:crypto";
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";

const DAY = 86_400_000;

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

/** by name: since when a part of an earlier build is no part of the present one, ms */
export type Carried = Record<string, number>;

/** which parts of the build before go on for a while beside the fresh ones */
export function carriedOn(before: readonly string[], fresh: readonly string[], carried: Carried, now: number): Carried {
  const present = new Set(fresh);
  return Object.fromEntries(
    before
      .filter((name) => !present.has(name))
      .map((name): [string, number] => [name, carried[name] ?? now])
      .filter(([, since]) => now - since < DAY),
  );
}

/** @param folder of the build @param build makes a fresh one there, after emptying it */
export async function builtOver(folder: string, build: () => Promise<unknown>, now = Date.now()): Promise<void> {
  const [assets, old, file] = [join(folder, "assets"), `${folder}-before`, join(folder, "carried.json")];
  const list = (path: string) => (existsSync(path) ? readdirSync(path) : []);
  const carried = existsSync(file) ? (JSON.parse(readFileSync(file, "utf8")) as Carried) : {};
  rmSync(old, { recursive: true, force: true });
  if (existsSync(assets)) renameSync(assets, old);
  await build();
  mkdirSync(assets, { recursive: true });
  const on = carriedOn(list(old), list(assets), carried, now);
  for (const name of Object.keys(on)) cpSync(join(old, name), join(assets, name), { preserveTimestamps: true });
  rmSync(old, { recursive: true, force: true });
  writeFileSync(file, JSON.stringify(on));
}

export async function buildPages(): Promise<void> {
  const stampFile = "dist/stamp";
  const stamp = sourceStamp();
  if (existsSync(stampFile) && readFileSync(stampFile, "utf8") === stamp) return;
  process.stdout.write("Building the pages ...\n");
  await builtOver("dist", async () => {
    const { build } = await import("vite");
    await build({ logLevel: "warn" });
  });
  writeFileSync(stampFile, stamp);
}
