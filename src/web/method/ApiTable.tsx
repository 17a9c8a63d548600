/** What the server answers to, as it describes itself at /api/openapi.json. */
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

const WHO: Record<string, string> = { session: "coach", link: "client" };
const whoOf = ({ security }: Operation) => WHO[Object.keys(security[0] ?? {})[0] ?? ""] ?? "anyone";

/** fields of a JSON request, kind of an answer that is a file */
function carried({ requestBody }: Operation): string {
  const schema = requestBody?.content["application/json"]?.schema;
  if (!schema) return "";
  return schema.properties ? Object.keys(schema.properties).join(", ") : "one of several shapes";
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
        what="The description"
        reason="The server does not answer. Try again in a moment."
        again={() => (setFailed(false), setAsked(asked + 1))}
      />
    );
  if (!description) return <Loading what="the description" />;
  const operations = Object.entries(description.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ path, method, operation })),
  );
  const groups = [...new Set(operations.map((o) => o.operation.tags[0]!))];
  return (
    <>
      <h2>Interface of the server</h2>
      <p>
        {description.info.description} The same schemas read every request, check every answer in the tests and describe
        it here and as OpenAPI 3.1 in <a href="/api/openapi.json">openapi.json</a>. What is refused says why in{" "}
        <code>error</code> and where in <code>fields</code>.
      </p>
      {groups.map((group) => (
        <section key={group}>
          <h3>{group}</h3>
          <div className="scroll" tabIndex={0} role="region" aria-label={`Requests: ${group}`}>
            <table>
              <thead>
                <tr>
                  <th>Request</th>
                  <th>What it does</th>
                  <th>Who</th>
                  <th>Carries</th>
                  <th>Answers</th>
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
