import type { Answer } from "#core/exchange/api";
import type { Transaction } from "#server/database/database";
import type { Coach } from "#server/identity/coach";

/** a page that is open asks again and again: that is one look */
const ONE_LOOK = "10 minutes";

/** who changed what about a client; never what it was */
export const writeAudit = (
  tx: Transaction,
  { practiceId, name }: Pick<Coach, "practiceId" | "name">,
  action: string,
  clientId: string | null = null,
) =>
  tx.query("insert into audit (practice_id, actor, action, client_id) values ($1, $2, $3, $4)", [
    practiceId,
    name,
    action,
    clientId,
  ]);

/** who saw what of a client, or of all of them, once a look */
export const auditLook = (
  tx: Transaction,
  { practiceId, name }: Pick<Coach, "practiceId" | "name">,
  action: string,
  clientId: string | null = null,
) =>
  tx.query(
    `insert into audit (practice_id, actor, action, client_id) select $1, $2, $3, $4::uuid
     where not exists (select 1 from audit where practice_id = $1 and client_id is not distinct from $4::uuid and actor = $2 and action = $3 and at > now() - interval '${ONE_LOOK}')`,
    [practiceId, name, action, clientId],
  );

type AuditRow = Answer<"audit">["rows"][number];

/** newest first, a hundred at a time */
export const readAudit = (
  tx: Transaction,
  practiceId: string,
  before: string | null,
  clientId: string | null,
): Promise<AuditRow[]> =>
  tx.query<AuditRow>(
    `select a.id::text as id, a.at, a.actor, a.action, a.client_id as "clientId", c.name as client from audit a left join client c on c.practice_id = a.practice_id and c.id = a.client_id
     where a.practice_id = $1 and ($2::bigint is null or a.id < $2::bigint) and ($3::uuid is null or a.client_id = $3::uuid) order by a.id desc limit 100`,
    [practiceId, before, clientId],
  );
