/** What was changed about a client, by whom and when, newest first. */
import { changeText } from "#core/clients/changes";
import { groupName } from "#core/planning/groups";
import { history as words } from "#core/words/intake";
import { momentText } from "../../page/locale";
import { api } from "../base/api";

export function ClientChanges({ clientId }: { clientId: string }) {
  const { data } = api.useClientChangesQuery(clientId);
  if (!data || data.changes.length === 0) return null;
  return (
    <details className="sheet client-changes">
      <summary>{words.title({ n: data.changes.length })}</summary>
      <ul>
        {data.changes.map((c) => (
          <li key={c.revision}>
            <span className="small quiet">
              {momentText(c.at)}, {c.by}
            </span>
            {c.changes.map((x) => (
              <span key={x.field}>{changeText(x, groupName)}</span>
            ))}
          </li>
        ))}
      </ul>
    </details>
  );
}
