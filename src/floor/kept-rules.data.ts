/**
 * What a session that a page of before kept may lack: how a log is read, as the first edition says and every one since.
 * The next answer brings the client's own.
 */
import rules from "../core/edition/gryn-1/rules.json" with { type: "json" };

export const logRules = rules.log;
