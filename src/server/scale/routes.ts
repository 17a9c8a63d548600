/** A hand scale's readings, from where the installation says it is, to a coach's page. */
import { scaleRoutes as words } from "#core/words/server";
import { connect } from "node:net";
import { createInterface } from "node:readline";
import { Router } from "express";
import { z } from "zod";
import { Problem } from "#server/http/problem";
import type { Scales } from "./stand-in";

const sampleSchema = z.object({ t: z.number().finite(), kg: z.number().min(-50).max(1000) });
/** ms for it to answer, between two signs of life, and of listening at the most */
const PATIENCE = 5000;
const STILL = 5000;
const LISTENING = 3600_000;
/** pages at once */
const MOST = 20;
/** characters of a line */
const LONGEST = 200;

export function scaleRoutes(scales: Scales): Router {
  const router = Router();
  let listening = 0;

  router.get("/scale", async (_request, response) => {
    if (listening >= MOST) throw new Problem(429, words.tooManyPagesListen());
    listening += 1;
    const socket = connect(await scales.at());
    await new Promise<void>((resolve, reject) => {
      const late = setTimeout(() => socket.destroy(new Error("no answer")), PATIENCE);
      socket.once("connect", () => {
        clearTimeout(late);
        resolve();
      });
      socket.once("error", (e) => {
        clearTimeout(late);
        reject(e);
      });
    }).catch(() => {
      listening -= 1;
      throw new Problem(503, words.theScaleDoesNot());
    });
    response.writeHead(200, { "content-type": "application/x-ndjson", "x-accel-buffering": "no" });
    response.write("\n");
    const still = setInterval(() => response.write("\n"), STILL);
    const longest = setTimeout(() => response.end(), LISTENING);
    const lines = createInterface(socket);
    lines.on("line", (line) => {
      if (line.length > LONGEST) return void socket.destroy();
      const sample = readLine(line);
      if (sample) response.write(`${JSON.stringify(sample)}\n`);
    });
    socket.on("error", () => socket.destroy());
    socket.on("close", () => response.end());
    response.on("close", () => {
      listening -= 1;
      clearInterval(still);
      clearTimeout(longest);
      lines.close();
      socket.destroy();
    });
  });
  return router;
}

/** what is no reading is passed over: a scale may say other things */
function readLine(line: string): z.infer<typeof sampleSchema> | null {
  try {
    const read = sampleSchema.safeParse(JSON.parse(line));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
