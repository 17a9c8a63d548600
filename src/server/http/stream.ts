/** Answers that grow with history, piece by piece: not held whole, and nobody's slow line holds a thread. */
import { once } from "node:events";
import type { Response } from "express";
import type { Database } from "#server/database/database";

/** rows read and written at once: a few milliseconds of the thread */
export const PAGE_ROWS = 500;

/**
 * Every revision of a client's sets or reports as kept, in the order they arrived. Each page is a read of its own, so
 * that a slow line holds no connection.
 */
export async function* keptRows(
  database: Database,
  practiceId: string,
  clientId: string,
  table: "entry" | "report",
): AsyncGenerator<{ body: unknown; receivedAt: string }[]> {
  type Row = { body: unknown; receivedAt: string; at: string; id: string; revision: number; digest: string };
  let last: unknown[] = ["-infinity", "00000000-0000-0000-0000-000000000000", 0, ""];
  for (;;) {
    const rows = await database.lately(practiceId, (tx) =>
      tx.query<Row>(
        `select body, received_at as "receivedAt", id, revision, digest,
           to_char(received_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as at
         from ${table} where practice_id = $1 and client_id = $2
           and (received_at, id, revision, digest) > ($3::timestamptz, $4::uuid, $5::int, $6::text)
         order by received_at, id, revision, digest limit ${PAGE_ROWS}`,
        [practiceId, clientId, ...last],
      ),
    );
    if (rows.length) yield rows.map(({ body, receivedAt }) => ({ body, receivedAt }));
    const end = rows.at(-1);
    if (!end || rows.length < PAGE_ROWS) return;
    last = [end.at, end.id, end.revision, end.digest];
  }
}

/** as much as the line takes; @returns false where nobody listens any more */
async function write(response: Response, text: string): Promise<boolean> {
  if (response.destroyed) return false;
  if (!response.write(text)) await Promise.race([once(response, "drain"), once(response, "close")]);
  return !response.destroyed;
}

/**
 * Texts one after the other as the answer. An error on the way cuts it off, so that half an answer is never taken for a
 * whole one.
 */
export async function sendPieces(response: Response, pieces: AsyncIterable<string>): Promise<void> {
  try {
    for await (const piece of pieces) if (!(await write(response, piece))) return;
    response.end();
  } catch (error) {
    response.destroy(error as Error);
  }
}

/** an object whose long lists come page by page, after everything else */
export async function* jsonPieces(
  head: object,
  lists: Readonly<Record<string, AsyncIterable<readonly unknown[]>>>,
): AsyncGenerator<string> {
  yield JSON.stringify(head).slice(0, -1);
  for (const [name, pages] of Object.entries(lists)) {
    yield `,${JSON.stringify(name)}:[`;
    let first = true;
    for await (const page of pages) {
      yield (first ? "" : ",") + page.map((row) => JSON.stringify(row)).join(",");
      first = false;
    }
    yield "]";
  }
  yield "}\n";
}
