/** Letters to clients: what is handed over, as PDF and calendar, with a word of the coach's. */
import { mailRoutes as said } from "#core/words/server";
import { Router } from "express";
import { api, type Answer } from "#core/exchange/api";
import { layoutSheet } from "#core/sheet/layout";
import { printedIn } from "#core/words/client/languages";
import { writeAudit } from "#server/audit";
import type { Database, Transaction } from "#server/database/database";
import { attempt } from "#server/http/limits";
import { Problem, readBody, readId } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";
import { MailRefused, type Mail } from "#server/mail/outgoing";
import type { Arrived } from "#server/mail/stand-in";
import { calendarOf } from "#server/sheet/calendar";
import { measure } from "#server/sheet/fonts";
import { askOf, codeFor, fileName, inHand, type InHand } from "#server/sheet/in-hand";
import type { Work } from "#server/work/work";

type Letter = Answer<"sendLetter">["letter"];
type Row = Omit<Letter, "at"> & { at: Date };
const COLUMNS = `id, client_id as "clientId", address as "to", subject, state, reason, account_name as by, at`;
const toLetter = (r: Row): Letter => ({ ...r, at: r.at.toISOString() });
/** letters that are told of */
const SHOWN = 200;
/** letters of a practice in ten minutes: a plan for everybody, and no more than somebody could write */
const AT_ONCE = 60;

async function findLetter(tx: Transaction, practiceId: string, id: string): Promise<Letter | null> {
  const [row] = await tx.query<Row>(`select ${COLUMNS} from letter where practice_id = $1 and id = $2`, [
    practiceId,
    id,
  ]);
  return row ? toLetter(row) : null;
}

const subjectOf = ({ language, handOver: { number } }: InHand, coach: string) =>
  printedIn(language).letter.subject({ coach, number });

/** the text, plain: what is attached, the note, the link, when to stop */
function textOf(held: InHand, coach: string, note: string, link: string | null): string {
  const { snapshot, number } = held.handOver;
  const { letter: words } = printedIn(held.language);
  return [
    `${words.greeting({ first: held.client.split(" ")[0]! })}\n${words.attached({ number, days: snapshot.days.length })}`,
    note.trim(),
    words.calendar(),
    link ? words.link({ link }) : "",
    words.stop(),
    words.from({ coach }),
  ]
    .filter(Boolean)
    .join("\n\n");
}

export function letterRoutes(database: Database, work: Work, mail: Mail): Router {
  const router = Router();

  router.post("/clients/:id/letters", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const clientId = readId(request, "id", "client");
    const { id, to, note, choices, link } = readBody(api.sendLetter.body, request);
    await attempt(database, [{ key: `letters ${practiceId}`, most: AT_ONCE }]);
    const { held, sheet, fresh } = await database.withPractice(practiceId, async (tx) => {
      const held = await inHand(tx, practiceId, clientId);
      const sheet = layoutSheet(askOf(held, await codeFor(tx, clientId, link)), choices, measure);
      const subject = subjectOf(held, coach.name);
      const made = await tx.query(
        `insert into letter (practice_id, id, client_id, address, subject, account_name)
          values ($1, $2, $3, $4, $5, $6) on conflict do nothing returning 1`,
        [practiceId, id, clientId, to, subject, coach.name],
      );
      if (made.length) await writeAudit(tx, coach, "mailed the plan", clientId);
      return { held, sheet, fresh: made.length > 0 };
    });
    // a letter that waited for its answer too long is not sent twice
    const { reason, arrived } = fresh ? await sent().catch(forget) : { reason: null, arrived: null };
    const letter = await database.withPractice(practiceId, async (tx) => {
      if (fresh)
        await tx.query("update letter set state = $3, reason = $4, arrived = $5 where practice_id = $1 and id = $2", [
          practiceId,
          id,
          reason === null ? "sent" : "refused",
          reason,
          arrived,
        ]);
      return findLetter(tx, practiceId, id);
    });
    if (letter?.clientId !== clientId) throw new Problem(409, said.anotherLetterHasThis());
    response.status(201).json({ letter });

    /** what failed before it went is sent when it is asked for again */
    async function forget(error: unknown): Promise<never> {
      await database.withPractice(practiceId, (tx) =>
        tx.query("delete from letter where practice_id = $1 and id = $2", [practiceId, id]),
      );
      throw error;
    }

    async function sent(): Promise<{ reason: string | null; arrived: Arrived | null }> {
      const pdf = await work.pdf(practiceId, sheet);
      const { programName } = held.handOver.snapshot;
      const attachments = [
        { filename: fileName(held, "pdf"), contentType: "application/pdf", content: Buffer.from(pdf) },
        {
          filename: fileName(held, "ics"),
          contentType: "text/calendar",
          content: Buffer.from(calendarOf(programName, held.events, null)),
        },
      ];
      const subject = subjectOf(held, coach.name);
      const text = textOf(held, coach.name, note, link);
      try {
        return { reason: null, arrived: await mail.send({ to, subject, text, attachments }) };
      } catch (error) {
        if (error instanceof MailRefused) return { reason: error.message, arrived: null };
        throw error;
      }
    }
  });

  router.get("/letters", async (request, response) => {
    const { practiceId } = coachOf(request);
    const rows = await database.withPractice(practiceId, (tx) =>
      tx.query<Row & { arrived: Arrived | null }>(
        `select ${COLUMNS}, arrived from letter where practice_id = $1 order by at desc limit $2`,
        [practiceId, SHOWN],
      ),
    );
    response.json({
      host: mail.host,
      letters: rows.map(({ arrived: _, ...row }) => toLetter(row)),
      arrived: rows.flatMap((r) => r.arrived ?? []),
    });
  });
  return router;
}
