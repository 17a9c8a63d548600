/** The demo practice: who signs in to it, and its ids. */
import { createHash } from "node:crypto";

export const DEMO_SIGN_IN = { email: "edda@quernlight.example", password: "grain-and-lever" };
export const DEMO_SECOND = { email: "ivo@quernlight.example", password: "grain-and-lever" };

/** the same ids each time, so that links into the demo stay good */
export function demoId(name: string): string {
  const h = createHash("sha256").update(`gryn demo ${name}`).digest("hex");
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-8${h.slice(17, 20)}-${h.slice(20, 32)}`;
}

export const DEMO_PRACTICE = demoId("practice");
