/** Everything the pages ask of the server, through one query layer. */
import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from "@reduxjs/toolkit/query/react";
import type { Client, ClientInput, ClientSummary } from "#core/clients/client";
import type { RefusedEdit, StoredProgram } from "#core/planning/program";
import type { Part } from "#core/training/entry";
import type { Snapshot } from "#core/training/handover";
import type { History } from "#core/training/progression";

export type Role = "head" | "coach";

export interface SessionAnswer {
  coach: { name: string; role: Role } | null;
  csrf?: string;
  /** where the demo practice may be opened in one click */
  demo?: { email: string; password: string } | null;
}

export interface AccountAnswer {
  name: string;
  role: Role;
  email: string;
  factor: boolean;
  sessions: { id: string; startedAt: string; seenAt: string; device: string; current: boolean }[];
}

export interface PeopleAnswer {
  practice: string;
  people: { id: string; name: string; email: string; role: Role; factor: boolean; since: string }[];
  invitations: { id: string; role: Role; by: string; expiresAt: string }[];
}

export interface AuditRow {
  id: string;
  at: string;
  actor: string;
  action: string;
  clientId: string | null;
  client: string | null;
}

/** what a coach says of a logged set */
export type Ruling =
  | { act: "void" | "restore" | "confirm"; id: string; revision: number }
  | { act: "correct"; id: string; revision: number; parts: Part[]; reserve: number | null };

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
    return headers;
  },
});

export function toFailure(error: FetchBaseQueryError | undefined | unknown): Failure {
  const e = error as FetchBaseQueryError | undefined;
  if (!e || typeof e.status !== "number")
    return {
      status: 0,
      error: "The server cannot be reached. Nothing is lost: it is tried again.",
      fields: [],
      details: {},
    };
  const data = (e.data ?? {}) as Record<string, unknown>;
  const { error: words, fields, ...details } = data;
  return {
    status: e.status,
    error: typeof words === "string" ? words : "Something went wrong.",
    fields: Array.isArray(fields) ? (fields as Failure["fields"]) : [],
    details,
  };
}

const query: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (args, api, extra) => {
  const result = await base(args, api, extra);
  const session = result.data as SessionAnswer | undefined;
  if (session?.csrf) csrf = session.csrf;
  return result;
};

export interface HandOverAnswer {
  handOver: { id: string; number: number; programVersion: number; at: string; snapshot: Snapshot } | null;
  links: { createdAt: string; expiresAt: string; openedAt: string | null; revokedAt: string | null }[];
}

export interface LogAnswer extends History {
  /** ids of what two phones corrected at once */
  twice: string[];
  names: Record<string, string>;
}

/** days of log asked for; the usual ones unless the coach wants all */
export const ALL_DAYS = 36_500;

const marks = new Map<string, { mark: string; log: LogAnswer }>();

export const api = createApi({
  reducerPath: "api",
  baseQuery: query,
  tagTypes: ["session", "clients", "client", "handOver", "log", "program", "people", "account", "audit"],
  endpoints: (build) => ({
    session: build.query<SessionAnswer, void>({ query: () => "/session", providesTags: ["session"] }),
    signIn: build.mutation<SessionAnswer, { email: string; password: string; code?: string }>({
      query: (body) => ({ url: "/session", method: "POST", body }),
      async onQueryStarted(_arg, { dispatch, queryFulfilled }) {
        const { data } = await queryFulfilled.catch(() => ({ data: null }));
        if (data) dispatch(api.util.upsertQueryData("session", undefined, data));
      },
    }),
    signOut: build.mutation<SessionAnswer, void>({ query: () => ({ url: "/session", method: "DELETE" }) }),
    clients: build.query<{ clients: ClientSummary[] }, void>({ query: () => "/clients", providesTags: ["clients"] }),
    client: build.query<{ client: Client }, string>({
      query: (id) => `/clients/${id}`,
      providesTags: (_r, _e, id) => [{ type: "client", id }],
    }),
    eraseClient: build.mutation<object, { id: string; name: string }>({
      query: ({ id, name }) => ({ url: `/clients/${id}`, method: "DELETE", body: { name } }),
      invalidatesTags: (r) => (r ? ["clients"] : []),
    }),
    saveClient: build.mutation<{ client: Client }, { id: string; revision: number; client: ClientInput }>({
      query: ({ id, ...body }) => ({ url: `/clients/${id}`, method: "PUT", body }),
      invalidatesTags: (r, _e, { id }) => (r ? ["clients", { type: "client", id }] : []),
    }),
    makeClient: build.mutation<{ client: Client }, { id: string; client: ClientInput }>({
      query: (body) => ({ url: "/clients", method: "POST", body }),
      invalidatesTags: (r) => (r ? ["clients"] : []),
    }),
    program: build.query<StoredProgram, string>({
      query: (clientId) => `/clients/${clientId}/program`,
      providesTags: (_r, _e, id) => [{ type: "program", id }],
    }),
    sendEdits: build.mutation<
      StoredProgram & { refused: RefusedEdit[] },
      { programId: string; base: number; edits: unknown[] }
    >({ query: ({ programId, ...body }) => ({ url: `/programs/${programId}/edits`, method: "POST", body }) }),
    handOver: build.query<HandOverAnswer, string>({
      query: (clientId) => `/clients/${clientId}/hand-over`,
      providesTags: ["handOver"],
    }),
    makeHandOver: build.mutation<HandOverAnswer, { programId: string; version: number }>({
      query: ({ programId, version }) => ({
        url: `/programs/${programId}/hand-overs`,
        method: "POST",
        body: { version },
      }),
      invalidatesTags: (r) => (r ? ["handOver"] : []),
    }),
    makeLink: build.mutation<{ path: string }, string>({
      query: (clientId) => ({ url: `/clients/${clientId}/link`, method: "POST", body: {} }),
      invalidatesTags: ["handOver"],
    }),
    revokeLink: build.mutation<object, string>({
      query: (clientId) => ({ url: `/clients/${clientId}/link`, method: "DELETE", body: {} }),
      invalidatesTags: ["handOver"],
    }),
    /** asked for again and again: an unchanged log is not sent twice */
    log: build.query<LogAnswer, { clientId: string; days?: number }>({
      queryFn: async ({ clientId, days }, _api, _extra, ask) => {
        const url = `/clients/${clientId}/log${days ? `?days=${days}` : ""}`;
        const known = marks.get(url);
        const r = await ask({
          url,
          cache: "no-store",
          headers: known ? { "if-none-match": known.mark } : {},
          validateStatus: (x) => x.ok || x.status === 304,
        });
        if (r.error) return { error: r.error };
        const response = (r.meta as { response?: Response } | undefined)?.response;
        if (response?.status === 304 && known) return { data: known.log };
        const log = r.data as LogAnswer;
        const mark = response?.headers.get("etag");
        if (mark) marks.set(url, { mark, log });
        return { data: log };
      },
      providesTags: ["log"],
    }),
    rule: build.mutation<object, { clientId: string; ruling: Ruling }>({
      query: ({ clientId, ruling }) => ({ url: `/clients/${clientId}/log`, method: "POST", body: ruling }),
      invalidatesTags: ["log"],
    }),
    account: build.query<AccountAnswer, void>({ query: () => "/account", providesTags: ["account"] }),
    changePassword: build.mutation<{ ended: number }, { password: string; next: string }>({
      query: (body) => ({ url: "/account/password", method: "PUT", body }),
      invalidatesTags: ["account"],
    }),
    endSession: build.mutation<{ ended: number }, string | null>({
      query: (id) => ({ url: `/account/sessions${id ? `/${id}` : ""}`, method: "DELETE", body: {} }),
      invalidatesTags: ["account"],
    }),
    beginFactor: build.mutation<{ secret: string; uri: string }, { password: string }>({
      query: (body) => ({ url: "/account/factor", method: "POST", body }),
    }),
    confirmFactor: build.mutation<object, { code: string }>({
      query: (body) => ({ url: "/account/factor", method: "PUT", body }),
      invalidatesTags: ["account", "people"],
    }),
    removeFactor: build.mutation<object, { password: string }>({
      query: (body) => ({ url: "/account/factor", method: "DELETE", body }),
      invalidatesTags: ["account", "people"],
    }),
    people: build.query<PeopleAnswer, void>({ query: () => "/people", providesTags: ["people"] }),
    invite: build.mutation<{ path: string }, { role: Role }>({
      query: (body) => ({ url: "/invitations", method: "POST", body }),
      invalidatesTags: ["people", "audit"],
    }),
    withdraw: build.mutation<object, string>({
      query: (id) => ({ url: `/invitations/${id}`, method: "DELETE", body: {} }),
      invalidatesTags: ["people"],
    }),
    changeRole: build.mutation<object, { id: string; role: Role }>({
      query: ({ id, role }) => ({ url: `/people/${id}`, method: "PUT", body: { role } }),
      invalidatesTags: ["people", "audit"],
    }),
    removePerson: build.mutation<object, string>({
      query: (id) => ({ url: `/people/${id}`, method: "DELETE", body: {} }),
      invalidatesTags: ["people", "audit"],
    }),
    resetFactor: build.mutation<object, string>({
      query: (id) => ({ url: `/people/${id}/factor`, method: "DELETE", body: {} }),
      invalidatesTags: ["people", "audit"],
    }),
    audit: build.query<{ rows: AuditRow[] }, { before?: string; client?: string }>({
      query: (params) => ({ url: "/audit", params }),
      providesTags: ["audit"],
    }),
    lookAtInvitation: build.mutation<{ role: Role; practice: boolean }, { token: string }>({
      query: (body) => ({ url: "/join/look", method: "POST", body }),
    }),
    join: build.mutation<object, { token: string; name: string; email: string; password: string; practice?: string }>({
      query: (body) => ({ url: "/join", method: "POST", body }),
    }),
  }),
});
