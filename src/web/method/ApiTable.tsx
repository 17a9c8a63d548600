/** What the server answers to, as it describes itself at /api/openapi.json. */
import { apiTable as words } from "#core/words/web/method";
import { useEffect, useState } from "react";
import { Failed, Loading } from "../base/states";

interface Operation {
  operationId: string;
  summary: string;
  tags: string[];
  security: Record<string, unknown>[];
  requestBody?: { content: Record<string, { schema: { properties?: Record<string, unknown> } }> };
  responses: Record<string, { content?: Record<string, unknown> }>;
}
interface Description {
  info: { description: string };
  paths: Record<string, Record<string, Operation>>;
}

const WHO: Readonly<Record<string, string>> = words.whose;
const whoOf = ({ security }: Operation) => WHO[Object.keys(security[0] ?? {})[0] ?? ""] ?? words.whose.anyone;

/** fields of a JSON request, kind of an answer that is a file */
function carried({ requestBody }: Operation): string {
  const schema = requestBody?.content["application/json"]?.schema;
  if (!schema) return "";
  return schema.properties ? Object.keys(schema.properties).join(", ") : words.shapes();
}
function answered({ responses }: Operation): string {
  const [status, { content }] = Object.entries(responses)[0] ?? ["", {}];
  const kind = Object.keys(content ?? {})[0] ?? "";
  return `${status}${kind === "application/json" ? "" : `, ${kind}`}`;
}

export function ApiTable() {
  const [description, setDescription] = useState<Description | null>(null);
  const [failed, setFailed] = useState(false);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    fetch("/api/openapi.json")
      .then((r) => (r.ok ? (r.json() as Promise<Description>) : Promise.reject(new Error(String(r.status)))))
      .then(setDescription, () => setFailed(true));
  }, [asked]);
  if (failed)
    return (
      <Failed
        what={words.theDescription()}
        reason={words.theServerDoesNot()}
        again={() => (setFailed(false), setAsked(asked + 1))}
      />
    );
  if (!description) return <Loading what={words.theDescription2()} />;
  const operations = Object.entries(description.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ path, method, operation })),
  );
  const groups = [...new Set(operations.map((o) => o.operation.tags[0]!))];
  return (
    <>
      <h2>{words.interfaceOfTheServer()}</h2>
      <p>
        {description.info.description} {words.schemas()} <a href="/api/openapi.json">openapi.json</a>
      </p>
      {groups.map((group) => (
        <section key={group}>
          <h3>{group}</h3>
          <div className="scroll" tabIndex={0} role="region" aria-label={words.requests({ group })}>
            <table>
              <thead>
                <tr>
                  <th>{words.request()}</th>
                  <th>{words.whatItDoes()}</th>
                  <th>{words.who()}</th>
                  <th>{words.carries()}</th>
                  <th>{words.answers()}</th>
                </tr>
              </thead>
              <tbody>
                {operations
                  .filter((o) => o.operation.tags[0] === group)
                  .map(({ path, method, operation }) => (
                    <tr key={operation.operationId}>
                      <td>
                        <code>
                          {method.toUpperCase()} {path}
                        </code>
                      </td>
                      <td>{operation.summary}</td>
                      <td>{whoOf(operation)}</td>
                      <td>{carried(operation)}</td>
                      <td>{answered(operation)}</td>
                    </tr>
                  ))}
              </tbody>
            </table>
          </div>
        </section>
      ))}
    </>
  );
}
