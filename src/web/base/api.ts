/**
 * Everything the pages ask of the server, through one query layer. Endpoints go by the contract's own names, and every
 * answer is read with its schema, which comes along with the first answer and not before the first view.
 */
import { api as spoken } from "#core/words/web/base";
import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
  type FetchBaseQueryMeta,
} from "@reduxjs/toolkit/query/react";
import type { ClientInput } from "#core/clients/client";
import type { Answer, ApiName, Body, Endpoint, Role, Ruling } from "#core/exchange/api";
import { newId } from "../../page/newId";

export interface Failure {
  /** 0: no connection */
  status: number;
  error: string;
  fields: { path: string; reason: string }[];
  details: Record<string, unknown>;
}

let csrf = "";
const base = fetchBaseQuery({
  baseUrl: "/api",
  prepareHeaders: (headers) => {
    if (csrf) headers.set("x-gryn-csrf", csrf);
    // found again in the server's log and in its list of slow statements
    headers.set("x-request-id", newId());
    return headers;
  },
});

export function toFailure(error: unknown): Failure {
  const e = error as FetchBaseQueryError | undefined;
  if (!e || typeof e.status !== "number")
    return {
      status: 0,
      error: spoken.theServerCannotBe(),
      fields: [],
      details: {},
    };
  const data = (e.data ?? {}) as Record<string, unknown>;
  const { error: words, fields, ...details } = data;
  return {
    status: e.status,
    error: typeof words === "string" ? words : spoken.somethingWentWrong(),
    fields: Array.isArray(fields) ? (fields as Failure["fields"]) : [],
    details,
  };
}

/**
 * What is too large for the query layer, read as it is: the caller knows what it may believe of it.
 * @throws Error where there is no answer, or one that says no
 */
export async function plainly<T>(path: string, body?: object): Promise<T> {
  const response = await fetch(`/api${path}`, {
    ...(body ? { method: "POST", body: JSON.stringify(body) } : {}),
    headers: { ...(body ? { "content-type": "application/json" } : {}), ...(csrf ? { "x-gryn-csrf": csrf } : {}) },
  });
  if (!response.ok) throw new Error(`the server answered ${response.status}`);
  return (await response.json()) as T;
}

/** @throws Error with the server's own words where it says no */
export async function fetchFile(path: string, body: object): Promise<Blob> {
  const response = await fetch(`/api${path}`, {
    method: "POST",
    body: JSON.stringify(body),
    headers: { "content-type": "application/json", ...(csrf ? { "x-gryn-csrf": csrf } : {}) },
  });
  if (response.ok) return response.blob();
  const said = (await response.json().catch(() => null)) as { error?: string } | null;
  throw new Error(said?.error ?? spoken.answered({ status: response.status }));
}

const UNREADABLE = spoken.theServerSAnswer();

const query: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError, object, FetchBaseQueryMeta> = async (
  args,
  api,
  extra,
) => {
  const contract = import("#core/exchange/api");
  contract.catch(() => undefined);
  const result = await base(args, api, extra);
  // an unchanged log has no body
  if (result.error || result.meta?.response?.status === 304) return result;
  try {
    const { answer }: Endpoint = (await contract).api[api.endpoint as ApiName];
    const read = "file" in answer ? null : answer.safeParse(result.data);
    if (read && !read.success) return { error: { status: 502, data: { error: UNREADABLE } } };
  } catch {
    // the schemas did not come: the same as an answer that did not
    return { error: { status: "FETCH_ERROR", error: "away" } };
  }
  const { csrf: token } = result.data as { csrf?: string };
  if (token) csrf = token;
  return result;
};

const marks = new Map<string, { mark: string; log: Answer<"log"> }>();

export const api = createApi({
  reducerPath: "api",
  baseQuery: query,
  tagTypes: [
    "session",
    "clients",
    "client",
    "handOver",
    "log",
    "desk",
    "letters",
    "review",
    "evidence",
    "places",
    "program",
    "people",
    "account",
    "audit",
    "judgements",
    "editions",
    "exercises",
  ],
  endpoints: (build) => ({
    session: build.query<Answer<"session">, void>({ query: () => "/session", providesTags: ["session"] }),
    signIn: build.mutation<Answer<"signIn">, Body<"signIn">>({
      query: (body) => ({ url: "/session", method: "POST", body }),
      async onQueryStarted(_arg, { dispatch, queryFulfilled }) {
        const { data } = await queryFulfilled.catch(() => ({ data: null }));
        if (data) void dispatch(api.util.upsertQueryData("session", undefined, data));
      },
    }),
    signOut: build.mutation<Answer<"signOut">, void>({ query: () => ({ url: "/session", method: "DELETE" }) }),
    clients: build.query<Answer<"clients">, void>({ query: () => "/clients", providesTags: ["clients"] }),
    client: build.query<Answer<"client">, string>({
      query: (id) => `/clients/${id}`,
      providesTags: (_r, _e, id) => [{ type: "client", id }],
    }),
    clientChanges: build.query<Answer<"clientChanges">, string>({
      query: (id) => `/clients/${id}/changes`,
      providesTags: (_r, _e, id) => [{ type: "client", id }],
    }),
    eraseClient: build.mutation<Answer<"eraseClient">, { id: string; name: string }>({
      query: ({ id, name }) => ({ url: `/clients/${id}`, method: "DELETE", body: { name } }),
      invalidatesTags: (r) => (r ? ["clients"] : []),
    }),
    saveClient: build.mutation<Answer<"saveClient">, { id: string; revision: number; client: ClientInput }>({
      query: ({ id, ...body }) => ({ url: `/clients/${id}`, method: "PUT", body }),
      invalidatesTags: (r, _e, { id }) => (r ? ["clients", { type: "client", id }] : []),
    }),
    makeClient: build.mutation<Answer<"makeClient">, Body<"makeClient">>({
      query: (body) => ({ url: "/clients", method: "POST", body }),
      invalidatesTags: (r) => (r ? ["clients"] : []),
    }),
    exercises: build.query<Answer<"exercises">, void>({ query: () => "/exercises", providesTags: ["exercises"] }),
    exerciseVersions: build.query<Answer<"exerciseVersions">, string>({
      query: (id) => `/exercises/${id}/versions`,
      providesTags: ["exercises"],
    }),
    saveExercise: build.mutation<Answer<"saveExercise">, { id: string } & Body<"saveExercise">>({
      query: ({ id, ...body }) => ({ url: `/exercises/${id}`, method: "PUT", body }),
      invalidatesTags: (r) => (r ? ["exercises"] : []),
    }),
    places: build.query<Answer<"places">, void>({ query: () => "/places", providesTags: ["places"] }),
    savePlace: build.mutation<Answer<"savePlace">, { id: string } & Body<"savePlace">>({
      query: ({ id, ...body }) => ({ url: `/places/${id}`, method: "PUT", body }),
      // whoever trains there has other equipment now
      invalidatesTags: (r) => (r ? ["places", "client"] : []),
    }),
    program: build.query<Answer<"program">, string>({
      query: (clientId) => `/clients/${clientId}/program`,
      providesTags: (_r, _e, id) => [{ type: "program", id }],
    }),
    sendEdits: build.mutation<Answer<"sendEdits">, Body<"sendEdits"> & { programId: string }>({
      query: ({ programId, ...body }) => ({ url: `/programs/${programId}/edits`, method: "POST", body }),
    }),
    handOver: build.query<Answer<"handOver">, string>({
      query: (clientId) => `/clients/${clientId}/hand-over`,
      providesTags: ["handOver"],
    }),
    makeHandOver: build.mutation<Answer<"makeHandOver">, { programId: string } & Body<"makeHandOver">>({
      query: ({ programId, ...body }) => ({
        url: `/programs/${programId}/hand-overs`,
        method: "POST",
        body,
      }),
      invalidatesTags: (r) => (r ? ["handOver"] : []),
    }),
    sheet: build.query<Answer<"sheet">, { clientId: string } & Body<"sheet">>({
      query: ({ clientId, ...body }) => ({ url: `/clients/${clientId}/sheet`, method: "POST", body }),
      providesTags: ["handOver"],
    }),
    makeCalendar: build.mutation<Answer<"makeCalendar">, string>({
      query: (clientId) => ({ url: `/clients/${clientId}/calendar`, method: "POST", body: {} }),
    }),
    makeLink: build.mutation<Answer<"makeLink">, string>({
      query: (clientId) => ({ url: `/clients/${clientId}/link`, method: "POST", body: {} }),
      invalidatesTags: ["handOver"],
    }),
    revokeLink: build.mutation<Answer<"revokeLink">, string>({
      query: (clientId) => ({ url: `/clients/${clientId}/link`, method: "DELETE", body: {} }),
      invalidatesTags: ["handOver"],
    }),
    /** asked for again and again: an unchanged log is not sent twice */
    log: build.query<Answer<"log">, { clientId: string; before?: string }>({
      queryFn: async ({ clientId, before }, _api, _extra, ask) => {
        const url = `/clients/${clientId}/log${before ? `?before=${before}` : ""}`;
        const known = marks.get(url);
        const r = await ask({
          url,
          cache: "no-store",
          headers: known ? { "if-none-match": known.mark } : {},
          validateStatus: (x) => x.ok || x.status === 304,
        });
        if (r.error) return { error: r.error };
        const response = r.meta?.response;
        if (response?.status === 304 && known) return { data: known.log };
        const log = r.data as Answer<"log">;
        const mark = response?.headers.get("etag");
        if (mark) marks.set(url, { mark, log });
        return { data: log };
      },
      providesTags: ["log"],
    }),
    rule: build.mutation<Answer<"rule">, { clientId: string; ruling: Ruling }>({
      query: ({ clientId, ruling }) => ({ url: `/clients/${clientId}/log`, method: "POST", body: ruling }),
      invalidatesTags: ["log", "review"],
    }),
    answerNote: build.mutation<Answer<"answerNote">, { clientId: string } & Body<"answerNote">>({
      query: ({ clientId, ...body }) => ({ url: `/clients/${clientId}/answers`, method: "POST", body }),
      invalidatesTags: ["log"],
    }),
    sendLetter: build.mutation<Answer<"sendLetter">, { clientId: string } & Body<"sendLetter">>({
      query: ({ clientId, ...body }) => ({ url: `/clients/${clientId}/letters`, method: "POST", body }),
      invalidatesTags: ["letters"],
    }),
    letters: build.query<Answer<"letters">, void>({ query: () => "/letters", providesTags: ["letters"] }),
    desk: build.query<Answer<"desk">, void>({ query: () => "/desk", providesTags: ["desk"] }),
    decide: build.mutation<Answer<"decide">, Body<"decide">>({
      query: (body) => ({ url: "/desk/decisions", method: "POST", body }),
      invalidatesTags: ["desk", "review"],
    }),
    undecide: build.mutation<Answer<"undecide">, string>({
      query: (id) => ({ url: `/desk/decisions/${id}`, method: "DELETE", body: {} }),
      invalidatesTags: ["desk", "review"],
    }),
    review: build.query<Answer<"review">, { clientId: string; today: string }>({
      query: ({ clientId, today }) => `/clients/${clientId}/review?today=${today}`,
      providesTags: ["review"],
    }),
    beginExperiment: build.mutation<Answer<"beginExperiment">, { clientId: string } & Body<"beginExperiment">>({
      query: ({ clientId, ...body }) => ({ url: `/clients/${clientId}/experiments`, method: "POST", body }),
      invalidatesTags: ["review"],
    }),
    endExperiment: build.mutation<Answer<"endExperiment">, { clientId: string; id: string }>({
      query: ({ clientId, id }) => ({ url: `/clients/${clientId}/experiments/${id}`, method: "DELETE", body: {} }),
      invalidatesTags: ["review"],
    }),
    evidence: build.query<Answer<"evidence">, string | null>({
      query: (without) => (without ? `/evidence?without=${without}` : "/evidence"),
      providesTags: ["evidence"],
    }),
    account: build.query<Answer<"account">, void>({ query: () => "/account", providesTags: ["account"] }),
    changePassword: build.mutation<Answer<"changePassword">, Body<"changePassword">>({
      query: (body) => ({ url: "/account/password", method: "PUT", body }),
      invalidatesTags: ["account"],
    }),
    endSession: build.mutation<Answer<"endSession">, string>({
      query: (id) => ({ url: `/account/sessions/${id}`, method: "DELETE", body: {} }),
      invalidatesTags: ["account"],
    }),
    endSessions: build.mutation<Answer<"endSessions">, void>({
      query: () => ({ url: "/account/sessions", method: "DELETE", body: {} }),
      invalidatesTags: ["account"],
    }),
    beginFactor: build.mutation<Answer<"beginFactor">, Body<"beginFactor">>({
      query: (body) => ({ url: "/account/factor", method: "POST", body }),
    }),
    confirmFactor: build.mutation<Answer<"confirmFactor">, Body<"confirmFactor">>({
      query: (body) => ({ url: "/account/factor", method: "PUT", body }),
      invalidatesTags: ["account", "people"],
    }),
    removeFactor: build.mutation<Answer<"removeFactor">, Body<"removeFactor">>({
      query: (body) => ({ url: "/account/factor", method: "DELETE", body }),
      invalidatesTags: ["account", "people"],
    }),
    people: build.query<Answer<"people">, void>({ query: () => "/people", providesTags: ["people"] }),
    invite: build.mutation<Answer<"invite">, Body<"invite">>({
      query: (body) => ({ url: "/invitations", method: "POST", body }),
      invalidatesTags: ["people", "audit"],
    }),
    withdraw: build.mutation<Answer<"withdraw">, string>({
      query: (id) => ({ url: `/invitations/${id}`, method: "DELETE", body: {} }),
      invalidatesTags: ["people"],
    }),
    changeRole: build.mutation<Answer<"changeRole">, { id: string; role: Role }>({
      query: ({ id, role }) => ({ url: `/people/${id}`, method: "PUT", body: { role } }),
      invalidatesTags: ["people", "audit"],
    }),
    removePerson: build.mutation<Answer<"removePerson">, string>({
      query: (id) => ({ url: `/people/${id}`, method: "DELETE", body: {} }),
      invalidatesTags: ["people", "audit"],
    }),
    resetFactor: build.mutation<Answer<"resetFactor">, string>({
      query: (id) => ({ url: `/people/${id}/factor`, method: "DELETE", body: {} }),
      invalidatesTags: ["people", "audit"],
    }),
    audit: build.query<Answer<"audit">, { before?: string; client?: string }>({
      query: (params) => ({ url: "/audit", params }),
      providesTags: ["audit"],
    }),
    operations: build.query<Answer<"operations">, void>({ query: () => "/operations" }),
    judgements: build.query<Answer<"judgements">, void>({ query: () => "/judgements", providesTags: ["judgements"] }),
    judge: build.mutation<Answer<"judge">, { id: string; judgement: Body<"judge"> }>({
      query: ({ id, judgement }) => ({ url: `/judgements/${id}`, method: "PUT", body: judgement }),
      invalidatesTags: (r) => (r ? ["judgements"] : []),
    }),
    unjudge: build.mutation<Answer<"unjudge">, string>({
      query: (id) => ({ url: `/judgements/${id}`, method: "DELETE", body: {} }),
      invalidatesTags: (r) => (r ? ["judgements"] : []),
    }),
    editions: build.query<Answer<"editions">, void>({ query: () => "/editions", providesTags: ["editions"] }),
    makeEdition: build.mutation<Answer<"makeEdition">, Body<"makeEdition">>({
      query: (body) => ({ url: "/editions", method: "POST", body }),
      invalidatesTags: (r) => (r ? ["editions"] : []),
    }),
    withdrawEdition: build.mutation<Answer<"withdrawEdition">, string>({
      query: (id) => ({ url: `/editions/${id}/withdraw`, method: "POST", body: {} }),
      invalidatesTags: (r) => (r ? ["editions"] : []),
    }),
    lookAtInvitation: build.mutation<Answer<"lookAtInvitation">, Body<"lookAtInvitation">>({
      query: (body) => ({ url: "/join/look", method: "POST", body }),
    }),
    join: build.mutation<Answer<"join">, Body<"join">>({
      query: (body) => ({ url: "/join", method: "POST", body }),
    }),
  }),
});
