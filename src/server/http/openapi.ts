/** The contract in the words of OpenAPI 3.1, made from the schemas that requests are read with. */
import { z } from "zod";
import { createDocument, type ZodOpenApiPathsObject } from "zod-openapi";
import { api, failureSchema, type Endpoint } from "#core/exchange/api";

const OFFICE = { coach: [{ session: [], csrf: [] }], anyone: [], client: [{ link: [] }] };
const securityOf = ({ who }: Endpoint) => OFFICE[who === "head coach" ? "coach" : who];

function operationOf(name: string, e: Endpoint) {
  const parameters = [...e.path.matchAll(/\{(\w+)\}/g)].map(([, p]) => [p!, p === "head" ? z.string() : z.uuid()]);
  const answer =
    "file" in e.answer ? { [e.answer.file]: { schema: z.string() } } : { "application/json": { schema: e.answer } };
  const success = Object.fromEntries((e.status ?? [200]).map((s) => [s, { description: e.about, content: answer }]));
  return {
    operationId: name,
    summary: e.about,
    tags: [e.path.split("/")[1]!],
    security: securityOf(e),
    requestParams: {
      ...(parameters.length ? { path: z.object(Object.fromEntries(parameters)) } : {}),
      ...(e.query ? { query: e.query } : {}),
    },
    ...(e.body ? { requestBody: { required: true, content: { "application/json": { schema: e.body } } } } : {}),
    responses: {
      ...success,
      default: {
        description: "Why it was refused, in words, and which fields that is about.",
        content: { "application/json": { schema: failureSchema } },
      },
    },
  };
}

let made: object | null = null;

export function apiDescription(): object {
  if (made) return made;
  const paths: ZodOpenApiPathsObject = {};
  for (const [name, endpoint] of Object.entries(api) as [string, Endpoint][])
    paths[`/api${endpoint.path}`] = {
      ...paths[`/api${endpoint.path}`],
      [endpoint.method]: operationOf(name, endpoint),
    };
  made = createDocument({
    openapi: "3.1.0",
    info: { title: "Gryn", version: "1", description: "What the pages of Gryn ask of its server." },
    paths,
    components: {
      securitySchemes: {
        session: { type: "apiKey", in: "cookie", name: "gryn" },
        csrf: { type: "apiKey", in: "header", name: "x-gryn-csrf" },
        link: { type: "apiKey", in: "cookie", name: "gryn_floor" },
      },
    },
  });
  return made;
}
