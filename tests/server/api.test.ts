import type { Express, IRouter } from "express";
import request from "supertest";
import { api, type Endpoint } from "#core/exchange/api";
import { createApp } from "#server/app";
import type { Database } from "#server/database/database";
import { pino } from "pino";
import { mail, openPool, scales, signals, work } from "./world";

let database: Database;
let app: Express;
beforeAll(() => {
  database = openPool(2);
  app = createApp({
    database,
    log: pino({ level: "silent" }),
    work: work(),
    signals: signals(),
    mail: mail(),
    scales: scales(),
    pages: null,
    sessionSecret: "test",
  });
});
afterAll(() => database.close());

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
  handle: Partial<IRouter> & { stack?: Layer[] };
  matchers?: ((path: string) => { path: string } | false)[];
}

/** every route of the running application, as the router itself knows them */
function routesOf(layers: readonly Layer[], under: string): string[] {
  return layers.flatMap((layer) => {
    if (layer.route)
      return Object.keys(layer.route.methods).flatMap((m) =>
        // an optional part is two addresses
        [...new Set([layer.route!.path.replace(/\{[^}]*\}/g, ""), layer.route!.path.replace(/[{}]/g, "")])].map(
          (p) => `${m} ${`${under}${p}`.replace(/:(\w+)/g, "{$1}")}`,
        ),
      );
    if (!layer.handle.stack) return [];
    const answers = (path: string) => Boolean(layer.matchers?.[0]?.(path));
    const mounted = answers("/x") ? under : answers("/api/x") ? "/api" : "/api/floor";
    return routesOf(layer.handle.stack, mounted);
  });
}

test("the contract names every route there is, and no other", () => {
  const { stack } = (app as unknown as { router: { stack: Layer[] } }).router;
  const served = routesOf(stack, "").filter((r) => r.includes("/api"));
  const named = Object.values<Endpoint>(api).map((e) => `${e.method} /api${e.path}`);
  expect(served.sort()).toEqual(named.sort());
});

interface Operation {
  operationId: string;
  parameters?: { name: string; in: string; schema: { type: string } }[];
  requestBody?: { content: Record<string, { schema: object }> };
  responses: Record<string, { description: string }>;
}
interface Description {
  openapi: string;
  paths: Record<string, Record<string, Operation>>;
  components: { schemas?: Record<string, object> };
}

const description = async (): Promise<Description> => (await request(app).get("/api/openapi.json").expect(200)).body;

test("the description is made of the contract: every operation, its parameters, its body, its answers", async () => {
  const d = await description();
  expect(d.openapi).toBe("3.1.0");
  for (const [name, e] of Object.entries<Endpoint>(api)) {
    const operation = d.paths[`/api${e.path}`]![e.method]!;
    expect(operation.operationId).toBe(name);
    const inPath = (operation.parameters ?? []).filter((p) => p.in === "path").map((p) => p.name);
    expect(inPath).toEqual([...e.path.matchAll(/\{(\w+)\}/g)].map((m) => m[1]));
    expect(operation.requestBody !== undefined).toBe("body" in e);
    expect(Object.keys(operation.responses)).toEqual([...(e.status ?? [200]).map(String), "default"]);
  }
});

test("everything the description points at is there", async () => {
  const d = await description();
  const pointed = [...JSON.stringify(d).matchAll(/"\$ref":"#\/([^"]+)"/g)].map((m) => m[1]!.split("/"));
  for (const path of pointed)
    expect(path.reduce<unknown>((at, key) => (at as Record<string, unknown>)?.[key], d)).toBeDefined();
  const rules = JSON.stringify(d.paths["/api/clients"]!.post!.requestBody);
  // limits of a form stand in the description, from the same schema
  expect(rules).toContain('"maximum":2.2');
});
