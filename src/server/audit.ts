import type { Transaction } from "#server/database/database";

/** who saw or changed what about a client; never what it was */
export const writeAudit = (tx: Transaction, practiceId: string, actor: string, action: string, clientId: string | null = null) =>
  tx.query("insert into audit (practice_id, actor, action, client_id) values ($1, $2, $3, $4)", [practiceId, actor, action, clientId]);
