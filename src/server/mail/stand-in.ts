/**
 * A simulated mail server: takes letters by SMTP on loopback and keeps the last ones in memory, for a page that shows
 * them. It refuses what a real one would: an address at refused.example is not known there.
 */
import type { AddressInfo } from "node:net";
import { simpleParser } from "mailparser";
import { SMTPServer } from "smtp-server";

export interface Arrived {
  to: string;
  subject: string;
  text: string;
  attachments: { name: string; type: string; size: number }[];
  at: string;
}

export interface StandIn {
  url: string;
  /** a practice's own, newest first */
  arrived(practiceId: string): Arrived[];
  close(): Promise<void>;
}

/** which practice a letter is of */
export const PRACTICE_HEADER = "x-gryn-practice";
const KEPT = 200;
/** bytes of a letter that it takes */
const LARGEST = 8 * 1024 * 1024;
const UNKNOWN = /@refused\.example$/i;

export async function startStandIn(): Promise<StandIn> {
  const letters: (Arrived & { practiceId: string })[] = [];
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ["STARTTLS", "AUTH"],
    size: LARGEST,
    onRcptTo({ address }, _session, done) {
      if (!UNKNOWN.test(address)) return done();
      done(Object.assign(new Error(`there is no ${address} here`), { responseCode: 550 }));
    },
    onData(stream, _session, done) {
      simpleParser(stream)
        .then((mail) => {
          const to = (Array.isArray(mail.to) ? mail.to : mail.to ? [mail.to] : []).map((a) => a.text).join(", ");
          letters.unshift({
            practiceId: String(mail.headers.get(PRACTICE_HEADER) ?? ""),
            to,
            subject: mail.subject ?? "",
            text: mail.text ?? "",
            attachments: mail.attachments.map((a) => ({
              name: a.filename ?? "",
              type: a.contentType,
              size: a.size,
            })),
            at: new Date().toISOString(),
          });
          letters.splice(KEPT);
          done();
        })
        .catch((error: Error) => done(error));
    },
  });
  await new Promise<void>((resolve, reject) => {
    server.on("error", reject);
    server.listen(0, "127.0.0.1", resolve);
  });
  const { port } = server.server.address() as AddressInfo;
  return {
    url: `smtp://127.0.0.1:${port}`,
    arrived: (practiceId) =>
      letters.filter((l) => l.practiceId === practiceId).map(({ practiceId: _, ...letter }) => letter),
    close: () => new Promise((resolve) => server.close(() => resolve())),
  };
}
