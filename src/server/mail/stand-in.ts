/**
 * A simulated mail server: takes letters by SMTP on loopback, reads them as a mail program would, and hands each to
 * whoever asks for it by its id. It refuses what a real one would: an address at refused.example is not known there.
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
  /** as it arrived, once; null where it did not */
  take(messageId: string): Arrived | null;
  close(): Promise<void>;
}

/** letters that nobody has asked for, at the most */
const KEPT = 50;
/** bytes of a letter that it takes */
const LARGEST = 8 * 1024 * 1024;
const UNKNOWN = /@refused\.example$/i;

export async function startStandIn(): Promise<StandIn> {
  const letters = new Map<string, Arrived>();
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
          letters.set(mail.messageId ?? "", {
            to,
            subject: mail.subject ?? "",
            text: mail.text ?? "",
            attachments: mail.attachments.map((a) => ({ name: a.filename ?? "", type: a.contentType, size: a.size })),
            at: new Date().toISOString(),
          });
          for (const id of [...letters.keys()].slice(0, -KEPT)) letters.delete(id);
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
    take(messageId) {
      const letter = letters.get(messageId) ?? null;
      letters.delete(messageId);
      return letter;
    },
    close: () => new Promise((resolve) => server.close(() => resolve())),
  };
}
