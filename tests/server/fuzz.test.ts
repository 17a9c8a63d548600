import { seededRandom } from "#core/base/random";
import { serve, type Serving } from "#server/serve";
import { faultOf, fuzzRequest, type World } from "../../scripts/fuzz/requests";
import { makeWorld, send } from "../../scripts/fuzz/world";
import { APP_URL, OWNER_URL } from "./world";

let serving: Serving;
let world: World;

beforeAll(async () => {
  serving = await serve({
    databaseUrl: APP_URL(),
    pages: null,
    host: "127.0.0.1",
    port: 0,
    sessionSecret: "fuzz",
    logLevel: "silent",
    signInAttempts: 1e9,
  });
  world = await makeWorld(serving.url, OWNER_URL());
}, 30_000);
afterAll(() => serving.close());

test("1,200 bent requests: none is a 500, and every refusal has a reason", async () => {
  const random = seededRandom(20);
  const faults: string[] = [];
  for (let i = 0; i < 1200; i++) {
    const request = fuzzRequest(random, world);
    const answer = await send(serving.url, request);
    const fault = faultOf(request, answer);
    if (fault)
      faults.push(
        `${fault}: ${request.method} ${request.path} ${request.bent.join(", ")} ${answer.body.slice(0, 120)}`,
      );
  }
  expect(faults).toEqual([]);
  expect((await send(serving.url, { method: "GET", path: "/api/health", headers: {}, body: null })).status).toBe(200);
}, 300_000);

const json = { "content-type": "application/json" };
test.each([
  [
    "an unknown charset",
    415,
    { ...json, "content-type": "application/json; charset=foo" },
    Buffer.from("{}"),
    "/api/session",
  ],
  ["an unknown compression", 415, { ...json, "content-encoding": "x" }, Buffer.from("{}"), "/api/session"],
  ["broken compression", 400, { ...json, "content-encoding": "gzip" }, Buffer.from("not gzip"), "/api/session"],
  ["a broken cookie", 401, { ...json, cookie: "gryn_floor=%E0%A4%A" }, null, "/api/floor/session"],
  ["a NUL", 400, json, Buffer.from('{"email":"a@b.example","password":"a\\u0000b"}'), "/api/session"],
  ["half of a surrogate pair", 400, json, Buffer.from('{"email":"a@b.example","password":"\\ud800"}'), "/api/session"],
  [
    "a body nested deeper than a stack",
    400,
    json,
    Buffer.from("[".repeat(12_000) + "]".repeat(12_000)),
    "/api/session",
  ],
  ["a body of 1.8 MB", 413, json, Buffer.from(`{"email":"${"x".repeat(1_800_000)}"}`), "/api/session"],
] as const)("%s is a %i with a reason", async (_what, status, headers, body, path) => {
  const answer = await send(serving.url, { method: body ? "POST" : "GET", path, headers, body });
  expect(answer.status).toBe(status);
  expect((JSON.parse(answer.body) as { error: string }).error).not.toBe("");
});

test("years, offsets and revisions that no column holds are refused at their field", async () => {
  const signed = { ...json, cookie: world.cookie, "x-gryn-csrf": world.csrf };
  expect(
    (await send(serving.url, { method: "GET", path: "/api/clients/%E0%A4%A", headers: signed, body: null })).status,
  ).toBe(400);
  const put = async (path: string, body: unknown, method = "PUT") =>
    send(serving.url, { method, path, headers: signed, body: Buffer.from(JSON.stringify(body)) });
  expect((await put(`/api/clients/${world.clientId}`, { revision: 2 ** 53, client: world.client })).status).toBe(400);
  expect((await put(`/api/programs/${world.programId}/edits`, { base: 2 ** 40, edits: [{}] }, "POST")).status).toBe(
    400,
  );
  const floor = { ...json, cookie: world.floorCookie, "x-gryn-floor": "1", "x-gryn-who": world.who };
  const log = async (change: object) =>
    JSON.parse(
      (
        await send(serving.url, {
          method: "POST",
          path: "/api/floor/log",
          headers: floor,
          body: Buffer.from(JSON.stringify({ entries: [{ ...world.entry, ...change }], reports: [] })),
        })
      ).body,
    ) as { items: { kept: boolean; reason: string }[] };
  for (const change of [
    { localDate: "0000-01-01" },
    { at: "0000-01-01T00:00:00Z" },
    { at: "2026-11-20T10:00:00+99:99" },
    { revision: 2 ** 40 },
  ])
    expect((await log(change)).items[0]).toMatchObject({ kept: false, reason: expect.stringMatching(/\w/) });
});
