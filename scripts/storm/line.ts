/**
 * A line between phone and server that can be cut: connections are dropped in the middle, and for a while nobody gets
 * through.
 */
import { createConnection, createServer, type Socket } from "node:net";

export interface Line {
  url: string;
  /** cuts every connection and lets nobody through for so long, ms */
  cut(ms: number): void;
  close(): void;
}

export async function openLine(to: () => number): Promise<Line> {
  const open = new Set<Socket>();
  let dead = 0;
  const server = createServer((near) => {
    if (Date.now() < dead) return void near.destroy();
    const far = createConnection(to(), "127.0.0.1");
    for (const s of [near, far]) {
      open.add(s);
      s.on("error", () => undefined);
      s.on("close", () => {
        open.delete(s);
        near.destroy();
        far.destroy();
      });
    }
    near.pipe(far).pipe(near);
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.address() as { port: number };
  return {
    url: `http://127.0.0.1:${port}`,
    cut(ms) {
      dead = Date.now() + ms;
      for (const s of open) s.destroy();
    },
    close() {
      server.close();
      for (const s of open) s.destroy();
    },
  };
}
