/** Processes of a cluster: each with its output in a file, started again when it ends and nobody has asked it to. */
import { spawn, type ChildProcess } from "node:child_process";
import { existsSync, openSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { setTimeout as pause } from "node:timers/promises";

export interface Part {
  name: string;
  command: string[];
  env?: NodeJS.ProcessEnv;
  /** the user it runs as, where another may be named */
  user?: string | null;
  cwd?: string;
  /** ms it is given to end by itself */
  patience?: number;
}

/** while it is there, the part is not started again */
export const holdFile = (folder: string, name: string): string => `${folder}/run/${name}.hold`;
/** of its process group; null while it is away */
export function pidOf(folder: string, name: string): number | null {
  try {
    return Number(readFileSync(`${folder}/run/${name}.pid`, "utf8"));
  } catch {
    return null;
  }
}

/** what a hard end left running: everything that names the folder, and what its files name. Nothing else is touched */
export async function clearLeft(folder: string): Promise<void> {
  const left = () => {
    const own = readdirSync("/proc").filter((pid) => /^\d+$/.test(pid) && Number(pid) !== process.pid);
    return own.map(Number).filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, "utf8").includes(`${folder}/`);
      } catch {
        return false;
      }
    });
  };
  const servers = readdirSync(`${folder}/run`)
    .filter((f) => f.endsWith(".pid"))
    .map((f) => Number(readFileSync(`${folder}/run/${f}`, "utf8")))
    .filter(
      (pid) => existsSync(`/proc/${pid}`) && /scripts\/run\.ts/.test(readFileSync(`/proc/${pid}/cmdline`, "utf8")),
    );
  for (const name of ["SIGTERM", "SIGKILL"] as const) {
    for (const pid of [...left(), ...servers])
      try {
        process.kill(pid, name);
      } catch {
        // gone meanwhile
      }
    for (let n = 0; n < 40 && left().length > 0; n++) await pause(250);
  }
  for (const f of readdirSync(`${folder}/run`))
    if (/\.(pid|hold)$/.test(f)) rmSync(`${folder}/run/${f}`, { force: true });
}

/** ms before it is started again */
const AGAIN = 1000;

export class Parts {
  private readonly running = new Map<string, { part: Part; child: ChildProcess }>();
  private ending = false;

  constructor(private readonly folder: string) {}

  start(part: Part): void {
    const log = openSync(`${this.folder}/log/${part.name}.log`, "a");
    const [program, ...rest] = part.user ? ["runuser", "-u", part.user, "--", ...part.command] : part.command;
    const child = spawn(program!, rest, {
      stdio: ["ignore", log, log],
      env: { ...process.env, ...part.env },
      cwd: part.cwd ?? "/",
      detached: true,
    });
    writeFileSync(`${this.folder}/run/${part.name}.pid`, String(child.pid));
    this.running.set(part.name, { part, child });
    child.on("exit", () => {
      rmSync(`${this.folder}/run/${part.name}.pid`, { force: true });
      if (!this.ending && this.running.get(part.name)?.child === child) void this.again(part);
    });
  }

  /** a host that is lost does not come back at once: whoever tries that holds it down by a file */
  private async again(part: Part): Promise<void> {
    do await pause(AGAIN);
    while (existsSync(holdFile(this.folder, part.name)) && !this.ending);
    if (!this.ending) this.start(part);
  }

  /** ends one and starts it again, as an upgrade does */
  async restart(name: string): Promise<void> {
    const it = this.running.get(name)!;
    await this.end(name);
    this.start(it.part);
  }

  private async end(name: string): Promise<void> {
    const it = this.running.get(name);
    if (!it) return;
    this.running.delete(name);
    const { child, part } = it;
    const gone = new Promise<void>((done) => (child.exitCode === null ? child.once("exit", () => done()) : done()));
    signal(child, "SIGTERM");
    if (await Promise.race([gone.then(() => true), pause(part.patience ?? 15_000, false, { ref: false })])) return;
    signal(child, "SIGKILL");
    await gone;
  }

  /** in the other order than they were started */
  async endAll(): Promise<void> {
    this.ending = true;
    for (const name of [...this.running.keys()].reverse()) await this.end(name);
  }
}

/** the whole group: runuser and a shell in between pass nothing on */
function signal(child: ChildProcess, name: NodeJS.Signals): void {
  try {
    process.kill(-child.pid!, name);
  } catch {
    child.kill(name);
  }
}
