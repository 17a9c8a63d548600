/** Handing over: an immutable numbered snapshot, and the link through which a client sees the newest one. */
import { createHash, randomBytes, randomUUID } from "node:crypto";
import { Router } from "express";
import { z } from "zod";
import { DEFAULT_METHOD } from "#core/planning/method";
import type { Snapshot } from "#core/training/handover";
import { buildSnapshot } from "#core/training/snapshot";
import { writeAudit } from "#server/audit";
import { findClient } from "#server/clients/routes";
import type { Database, LinkInfo, Transaction } from "#server/database/database";
import { Problem, readBody, readId } from "#server/http/problem";
import { coachOf } from "#server/identity/sign-in";
import { findProgram } from "#server/planning/programs";

export interface HandOver {
  id: string;
  number: number;
  programVersion: number;
  at: string;
  snapshot: Snapshot;
}

interface HandOverRow {
  id: string;
  number: number;
  program_version: number;
  at: Date;
  snapshot: Snapshot;
}

const toHandOver = (r: HandOverRow): HandOver => ({ id: r.id, number: r.number, programVersion: r.program_version, at: r.at.toISOString(), snapshot: r.snapshot });

export const LINK_DAYS = 120;
export const hashToken = (token: string): string => createHash("sha256").update(token).digest("hex");

export async function newestHandOver(tx: Transaction, practiceId: string, clientId: string): Promise<HandOver | null> {
  const [row] = await tx.query<HandOverRow>("select id, number, program_version, at, snapshot from hand_over where practice_id = $1 and client_id = $2 order by at desc, number desc limit 1", [practiceId, clientId]);
  return row ? toHandOver(row) : null;
}

/** the load an earlier hand-over asked for; null when there was none */
export async function loadUnder(tx: Transaction, practiceId: string, handOverId: string, prescriptionId: string): Promise<unknown> {
  const [row] = await tx.query<{ load: unknown }>(
    `select p->'load' as load from hand_over h, jsonb_array_elements(h.snapshot->'days') d, jsonb_array_elements(d->'blocks') b, jsonb_array_elements(b->'prescriptions') p
     where h.practice_id = $1 and h.id = $2 and p->>'id' = $3`,
    [practiceId, handOverId, prescriptionId],
  );
  return row?.load ?? null;
}

/** @throws Problem 422 when there is nothing to hand over or the client is not cleared */
export async function handOver(tx: Transaction, practiceId: string, accountId: string, programId: string, version: number): Promise<HandOver> {
  const { program, version: current } = await findProgram(tx, practiceId, programId, true);
  if (version !== current) throw new Problem(409, "The program has changed since. Look at it again, then hand it over.", [], { program, version: current, conflicts: [] });
  if (program.days.every((d) => d.blocks.length === 0)) throw new Problem(422, "The week is empty: put something on a day first.");
  const client = await findClient(tx, practiceId, program.clientId);
  if (!client.cleared) throw new Problem(422, "This client's screening is not cleared. Record that a licensed professional has cleared the client, then hand over.");
  const snapshot = buildSnapshot(program, current, client, DEFAULT_METHOD);
  const [row] = await tx.query<HandOverRow>(
    `insert into hand_over (practice_id, id, client_id, program_id, program_version, number, snapshot, account_id)
     select $1, $2, $3, $4, $5, coalesce(max(number), 0) + 1, $6, $7 from hand_over where practice_id = $1 and program_id = $4
     returning id, number, program_version, at, snapshot`,
    [practiceId, randomUUID(), program.clientId, programId, current, snapshot, accountId],
  );
  return toHandOver(row!);
}

/** a new link; earlier ones are revoked. The token is returned once and only its hash is kept. */
export async function makeLink(tx: Transaction, clientId: string, token = randomBytes(24).toString("base64url")): Promise<string> {
  await tx.query("select gryn_link('revoke', null, $1)", [clientId]);
  await tx.query("select gryn_link('make', $1, $2, now() + make_interval(days => $3))", [hashToken(token), clientId, LINK_DAYS]);
  return token;
}

export function handOverRoutes(database: Database): Router {
  const router = Router();
  const order = z.strictObject({ version: z.int().min(0) });

  router.post("/programs/:id/hand-overs", async (request, response) => {
    const { practiceId, accountId, name } = coachOf(request);
    const id = readId(request, "id", "program");
    const { version } = readBody(order, request);
    const made = await database.withPractice(practiceId, async (tx) => {
      const h = await handOver(tx, practiceId, accountId, id, version);
      await writeAudit(tx, practiceId, name, `handed over number ${h.number}`, (await findProgram(tx, practiceId, id)).program.clientId);
      return h;
    });
    response.status(201).json({ handOver: made });
  });

  router.get("/clients/:id/hand-over", async (request, response) => {
    const { practiceId } = coachOf(request);
    const id = readId(request, "id", "client");
    response.json(
      await database.withPractice(practiceId, async (tx) => {
        await findClient(tx, practiceId, id);
        const [links] = await tx.query<{ list: LinkInfo[] }>("select gryn_link('list', null, $1) as list", [id]);
        return { handOver: await newestHandOver(tx, practiceId, id), links: links?.list ?? [] };
      }),
    );
  });

  router.post("/clients/:id/link", async (request, response) => {
    const { practiceId, name } = coachOf(request);
    const id = readId(request, "id", "client");
    const token = await database.withPractice(practiceId, async (tx) => {
      await findClient(tx, practiceId, id);
      await writeAudit(tx, practiceId, name, "made link", id);
      return makeLink(tx, id);
    });
    // after #, so that the token reaches no server log and no referrer
    response.status(201).json({ path: `/floor#${token}` });
  });

  router.delete("/clients/:id/link", async (request, response) => {
    const { practiceId, name } = coachOf(request);
    const id = readId(request, "id", "client");
    await database.withPractice(practiceId, async (tx) => {
      await findClient(tx, practiceId, id);
      await tx.query("select gryn_link('revoke', null, $1)", [id]);
      await writeAudit(tx, practiceId, name, "revoked links", id);
    });
    response.json({});
  });
  return router;
}
