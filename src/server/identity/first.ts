/** The way to a practice of one's own: a one-time link that whoever runs the server gets to see, and nobody else. */
import pg from "pg";
import { DEMO_PRACTICE } from "#server/identity/demo-practice";
import { hashToken, newToken } from "#server/identity/people";

/**
 * @param always also where there is a practice beside the demo already
 * @returns path of a fresh link, good for 7 days; null where none is needed
 */
export async function practiceLink(ownerUrl: string, always: boolean): Promise<string | null> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    const { rows } = await owner.query("select 1 from account where practice_id <> $1 limit 1", [DEMO_PRACTICE]);
    if (rows.length && !always) return null;
    const token = newToken();
    await owner.query("delete from invitation where practice_id is null and used_at is null");
    await owner.query(
      `insert into invitation (token_hash, role, invited_by, expires_at)
        values ($1, 'head', 'the start', now() + interval '7 days')`,
      [hashToken(token)],
    );
    return `/join#${token}`;
  } finally {
    await owner.end();
  }
}
