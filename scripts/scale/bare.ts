/** The list of clients by nothing but Express and node-postgres, without a session or row security: the yardstick. */
import express from "express";
import pg from "pg";

const pool = new pg.Pool({ connectionString: process.env.GRYN_OWNER_URL, max: 10 });
const app = express();
app.get("/clients", async (_request, response) => {
  const { rows } = await pool.query(
    `select id, name, (body->>'daysPerWeek')::int as "daysPerWeek", (body->>'minutes')::int as minutes,
       (body->>'cleared')::boolean as cleared, body->>'keepUntil' as "keepUntil"
     from client where practice_id = $1 order by name`,
    [process.env.PRACTICE],
  );
  response.json({ clients: rows });
});
const server = app.listen(0, "127.0.0.1", () => {
  const { port } = server.address() as { port: number };
  process.stdout.write(`ready http://127.0.0.1:${port}\n`);
});
process.on("SIGTERM", () => process.exit(0));
