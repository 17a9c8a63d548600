/**
 * Requests as a stranger, a broken phone or a broken proxy sends them: good ones of every route, then bent in one to
 * three ways.
 */
import type { IncomingHttpHeaders } from "node:http";

export interface FuzzRequest {
  method: string;
  path: string;
  headers: Record<string, string>;
  body: Buffer | null;
  /** what was done to it, for the report */
  bent: string[];
}

/** what a good request needs of the practice it is sent to */
export interface World {
  cookie: string;
  csrf: string;
  clientId: string;
  programId: string;
  dayId: string;
  prescription: object;
  client: object;
  entry: object;
  floorCookie: string;
  who: string;
}

type Random = () => number;
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!;

const ODD_TEXTS = [
  "",
  " ",
  "\u0000",
  "a\u0000b",
  "\ud800",
  "\udfff tail",
  "🙂",
  "\u202e",
  "'; drop table client;--",
  "<script>",
  "%00",
  "../../etc/passwd",
  "x".repeat(5000),
  "0000-01-01",
  "0000-00-00",
  "9999-99-99",
  "2026-02-30",
  "2026-11-20T10:00:00+99:99",
  "2026-11-20T10:00:00+24:00",
  "+275760-09-13T00:00:00Z",
  "0000-01-01T00:00:00Z",
  "NaN",
  "null",
  "[object Object]",
  "00000000-0000-0000-0000-000000000000",
];
const ODD_NUMBERS = [
  0,
  -0,
  -1,
  1.5,
  1e-300,
  1e300,
  2 ** 31,
  2 ** 31 - 1,
  2 ** 53,
  2 ** 63,
  -(2 ** 31) - 1,
  999999999999,
];
const ODD_VALUES: unknown[] = [
  null,
  true,
  false,
  [],
  {},
  [[]],
  { a: 1 },
  [null],
  { toString: 1 },
  { __proto__: null, length: -1 },
];

const oddValue = (random: Random): unknown => {
  const r = random();
  return r < 0.4 ? pick(random, ODD_TEXTS) : r < 0.7 ? pick(random, ODD_NUMBERS) : pick(random, ODD_VALUES);
};

/** every place in a document, by path */
function places(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (value === null || typeof value !== "object") return [path];
  return [
    path,
    ...Object.entries(value).flatMap(([k, v]) => places(v, [...path, Array.isArray(value) ? Number(k) : k])),
  ];
}

function bendBody(random: Random, body: unknown): { body: unknown; bent: string } {
  const copy = structuredClone(body) as Record<string | number, unknown>;
  const path = pick(
    random,
    places(copy).filter((p) => p.length > 0),
  );
  if (!path) return { body: oddValue(random), bent: "body replaced" };
  const last = path.at(-1)!;
  const holder = path
    .slice(0, -1)
    .reduce<Record<string | number, unknown>>((o, k) => o[k] as Record<string | number, unknown>, copy);
  const act = random();
  if (act < 0.15) delete holder[last];
  else if (act < 0.25) holder[`${last}${pick(random, ["", "x", "\u0000", "__proto__"])}`] = oddValue(random);
  else holder[last] = oddValue(random);
  return { body: copy, bent: `body ${path.filter((p) => typeof p === "string").join(".")}` };
}

type Good = (w: World, random: Random) => { method: string; path: string; body?: unknown; floor?: boolean };
const uuid = (random: Random) =>
  "xxxxxxxx-xxxx-4xxx-8xxx-xxxxxxxxxxxx".replace(/x/g, () => Math.floor(random() * 16).toString(16));

const GOOD: Good[] = [
  () => ({ method: "GET", path: "/api/health" }),
  () => ({ method: "GET", path: "/api/session" }),
  () => ({ method: "GET", path: "/api/schema/exercise" }),
  () => ({ method: "GET", path: "/api/clients" }),
  () => ({ method: "GET", path: "/api/people" }),
  () => ({ method: "GET", path: "/api/account" }),
  () => ({ method: "GET", path: "/api/audit?before=100" }),
  (w) => ({ method: "GET", path: `/api/audit?client=${w.clientId}` }),
  (w) => ({ method: "GET", path: `/api/clients/${w.clientId}` }),
  (w) => ({ method: "GET", path: `/api/clients/${w.clientId}/program` }),
  (w) => ({ method: "GET", path: `/api/clients/${w.clientId}/log?days=30` }),
  (w) => ({ method: "GET", path: `/api/clients/${w.clientId}/log.csv` }),
  (w) => ({ method: "GET", path: `/api/clients/${w.clientId}/hand-over` }),
  (w) => ({ method: "GET", path: `/api/clients/${w.clientId}/export` }),
  (w) => ({ method: "GET", path: `/api/programs/${w.programId}/export` }),
  (w) => ({ method: "GET", path: `/floor?who=${w.who}` }),
  () => ({ method: "GET", path: "/assets/nothing.js" }),
  () => ({ method: "GET", path: "/clients" }),
  () => ({ method: "GET", path: "/api/floor/session", floor: true }),
  () => ({ method: "POST", path: "/api/session", body: { email: "nobody@fuzz.example", password: "no" } }),
  () => ({ method: "POST", path: "/api/join/look", body: { token: "x".repeat(32) } }),
  () => ({
    method: "POST",
    path: "/api/join",
    body: { token: "x".repeat(32), name: "F", email: "f@fuzz.example", password: "ten or more", practice: "F" },
  }),
  () => ({ method: "PUT", path: "/api/account/password", body: { password: "no", next: "ten or more" } }),
  () => ({ method: "PUT", path: "/api/account/factor", body: { code: "123456" } }),
  () => ({ method: "DELETE", path: "/api/account/sessions/0123456789abcdef", body: {} }),
  (_w, r) => ({ method: "PUT", path: `/api/people/${uuid(r)}`, body: { role: "coach" } }),
  (_w, r) => ({ method: "DELETE", path: `/api/people/${uuid(r)}`, body: {} }),
  () => ({ method: "DELETE", path: "/api/invitations/0123456789abcdef", body: {} }),
  (w, r) => ({ method: "POST", path: "/api/clients", body: { id: uuid(r), client: w.client } }),
  (w) => ({ method: "PUT", path: `/api/clients/${w.clientId}`, body: { revision: 1, client: w.client } }),
  (w) => ({ method: "DELETE", path: `/api/clients/${w.clientId}`, body: { name: "not this name" } }),
  (w, r) => ({
    method: "POST",
    path: `/api/programs/${w.programId}/edits`,
    body: {
      base: 0,
      edits: [
        {
          id: uuid(r),
          operation: {
            kind: "add",
            dayId: w.dayId,
            blockId: uuid(r),
            index: 0,
            prescription: { ...w.prescription, id: uuid(r) },
          },
        },
      ],
    },
  }),
  (w, r) => ({
    method: "POST",
    path: `/api/programs/${w.programId}/edits`,
    body: { base: 0, edits: [{ id: uuid(r), operation: { kind: "rename-day", dayId: w.dayId, name: "Day" } }] },
  }),
  (w) => ({ method: "POST", path: `/api/programs/${w.programId}/hand-overs`, body: { version: 99999 } }),
  (w, r) => ({
    method: "POST",
    path: `/api/clients/${w.clientId}/log`,
    body: { act: "void", id: uuid(r), revision: 1 },
  }),
  () => ({ method: "POST", path: "/api/floor/open", body: { token: "x".repeat(32) }, floor: true }),
  (w, r) => ({
    method: "POST",
    path: "/api/floor/log",
    body: { entries: [{ ...w.entry, id: uuid(r) }], reports: [] },
    floor: true,
  }),
  (_w, r) => ({
    method: "POST",
    path: "/api/floor/log",
    body: {
      entries: [],
      reports: [
        {
          id: uuid(r),
          revision: 1,
          handOverId: uuid(r),
          prescriptionId: uuid(r),
          feel: "target",
          left: null,
          pain: { kind: "ache", score: 2, joint: "knee", side: "left" },
          at: "2026-11-20T10:00:00Z",
          zone: "Europe/Oslo",
          localDate: "2026-11-20",
        },
      ],
    },
    floor: true,
  }),
];

const bendPath = (random: Random, path: string): string =>
  pick(random, [
    () =>
      path.replace(/[0-9a-f]{8}-[0-9a-f-]{27}/, () =>
        encodeURIComponent(
          pick(random, ["x", "%", "..", "null", "00000000-0000-0000-0000-000000000000", "é", "a".repeat(3000)]),
        ),
      ),
    () =>
      `${path}${pick(random, ["%", "%E0%A4%A", "%c0%af", "%ff%fe", "/%00", "%2e%2e%2f", "//", "/../..", ";a=b", "?%", "?a=%E0%A4", "&days[]=1&days[a]=2", "?days=1&days=2", "?before[$gt]=1", "?client=%00"])}`,
    () => path.replace("/api/", pick(random, ["/api//", "/API/", "/api/%2f", "/api/./"])),
  ])();

const BODY_HEADERS: [string, (headers: Record<string, string>, random: Random) => void][] = [
  [
    "charset",
    (h, r) =>
      (h["content-type"] =
        `application/json; charset=${pick(r, ["utf-16", "latin1", "foo", "utf-7", '"', "utf-8; charset=x"])}`),
  ],
  [
    "content type",
    (h, r) =>
      (h["content-type"] = pick(r, [
        "text/plain",
        "application/xml",
        "multipart/form-data",
        "application/json;",
        "",
        "application/x-www-form-urlencoded",
        "/",
      ])),
  ],
  [
    "compression",
    (h, r) => (h["content-encoding"] = pick(r, ["gzip", "br", "deflate", "zstd", "identity", "gzip, gzip", "x"])),
  ],
  ["length", (h) => (h["x-made-up-length"] = "1")],
];
const COOKIES = [
  "gryn=%",
  "gryn=s%3Ax.y",
  "gryn=s:%E0%A4%A",
  "gryn_floor=%E0%A4%A",
  "gryn_floor_11111111=%",
  "=;=;=",
  "gryn",
  'a=b=c; gryn="',
  "gryn=s%3A" + "x".repeat(4000),
];

/** the n-th request of a seed's series */
export function fuzzRequest(random: Random, w: World): FuzzRequest {
  const good = pick(random, GOOD)(w, random);
  const bent: string[] = [];
  const headers: Record<string, string> = {
    "content-type": "application/json",
    cookie: good.floor ? w.floorCookie : w.cookie,
  };
  if (good.floor) Object.assign(headers, { "x-gryn-floor": "1", "x-gryn-who": w.who });
  else headers["x-gryn-csrf"] = w.csrf;
  let { method, path } = good;
  let body: Buffer | null = good.body === undefined ? null : Buffer.from(JSON.stringify(good.body));
  const times = 1 + Math.floor(random() * 3);
  for (let i = 0; i < times; i++) {
    const act = random();
    if (act < 0.5 && good.body !== undefined) {
      const made = bendBody(random, good.body);
      body = Buffer.from(JSON.stringify(made.body) ?? "");
      bent.push(made.bent);
    } else if (act < 0.62) {
      path = bendPath(random, path);
      bent.push("path");
    } else if (act < 0.74) {
      const [what, bend] = pick(random, BODY_HEADERS);
      bend(headers, random);
      bent.push(what);
    } else if (act < 0.82) {
      headers.cookie = pick(random, COOKIES);
      bent.push("cookie");
    } else if (act < 0.88) {
      method = pick(random, ["GET", "POST", "PUT", "DELETE", "PATCH", "OPTIONS", "HEAD"]);
      bent.push(`method ${method}`);
    } else if (act < 0.96) {
      body = pick(random, [
        Buffer.from("{"),
        Buffer.from("nul"),
        Buffer.from([0xff, 0xfe, 0x00]),
        Buffer.from("[".repeat(20_000)),
        Buffer.from('{"a":'.repeat(5000)),
        Buffer.from('"' + "\\ud800" + '"'),
        Buffer.from("x".repeat(600_000)),
        Buffer.alloc(0),
        Buffer.from("1"),
        Buffer.from('{"entries":[],"reports":"\\u0000"}'),
      ]);
      bent.push("raw body");
    } else {
      headers[
        pick(random, [
          "if-none-match",
          "x-gryn-who",
          "x-gryn-csrf",
          "x-forwarded-for",
          "x-forwarded-proto",
          "range",
          "accept",
          "expect-ct",
        ])
      ] = pick(random, ["", "x", "%", "'", "bytes=9-1", "a".repeat(3000), "11111111", '""']);
      bent.push("header");
    }
  }
  // signing out would make strangers of all that follow
  if (method === "DELETE" && /session/i.test(path) && !/[0-9a-f]{16}/.test(path)) method = "GET";
  // a header is Latin-1 without line breaks, or Node does not send it at all
  for (const [k, v] of Object.entries(headers)) headers[k] = v.replace(/[^\x20-\x7e]/g, "?");
  return {
    method,
    path: path.replace(/[^\x21-\x7e]/g, (c) => encodeURIComponent(/[\ud800-\udfff]/.test(c) ? "?" : c)),
    headers,
    body: method === "GET" || method === "HEAD" ? null : body,
    bent,
  };
}

export interface FuzzAnswer {
  status: number;
  headers: IncomingHttpHeaders;
  body: string;
}

/** what is wrong with an answer; null where a stranger could expect it */
export function faultOf(request: FuzzRequest, answer: FuzzAnswer): string | null {
  if (answer.status >= 500) return `${answer.status}`;
  if (answer.status >= 400 && request.path.startsWith("/api/") && request.method !== "HEAD") {
    try {
      const { error } = JSON.parse(answer.body) as { error?: unknown };
      if (typeof error !== "string" || error === "") return "no reason";
    } catch {
      return "no readable reason";
    }
  }
  if (/at \w+.*\(.*:\d+:\d+\)|node_modules|select .* from /i.test(answer.body) && answer.status >= 400)
    return "tells of its inside";
  return null;
}
