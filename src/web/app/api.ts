/** Everything the pages ask of the server, through one query layer. */
import { createApi, fetchBaseQuery, type BaseQueryFn, type FetchArgs, type FetchBaseQueryError } from "@reduxjs/toolkit/query/react";
import type { Client, ClientInput } from "#core/clients/client";
import type { StoredProgram } from "#core/planning/program";
import type { Entry, Report } from "#core/training/entry";
import type { Snapshot } from "#core/training/handover";

export interface SessionAnswer {
  coach: { name: string } | null;
  csrf?: string;
}

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
  if (!e || typeof e.status !== "number") return { status: 0, error: "The server cannot be reached. Nothing is lost: it is tried again.", fields: [], details: {} };
  const data = (e.data ?? {}) as Record<string, unknown>;
  const { error: words, fields, ...details } = data;
  return { status: e.status, error: typeof words === "string" ? words : "Something went wrong.", fields: Array.isArray(fields) ? (fields as Failure["fields"]) : [], details };
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

export interface LogAnswer {
  entries: Entry[];
  reports: Report[];
  names: Record<string, string>;
}

export const api = createApi({
  reducerPath: "api",
  baseQuery: query,
  tagTypes: ["session", "clients", "handOver", "log", "program"],
  endpoints: (build) => ({
    session: build.query<SessionAnswer, void>({ query: () => "/session", providesTags: ["session"] }),
    signIn: build.mutation<SessionAnswer, { email: string; password: string }>({
      query: (body) => ({ url: "/session", method: "POST", body }),
      async onQueryStarted(_arg, { dispatch, queryFulfilled }) {
        const { data } = await queryFulfilled.catch(() => ({ data: null }));
        if (data) dispatch(api.util.upsertQueryData("session", undefined, data));
      },
    }),
    signOut: build.mutation<SessionAnswer, void>({ query: () => ({ url: "/session", method: "DELETE" }) }),
    clients: build.query<{ clients: Client[] }, void>({ query: () => "/clients", providesTags: ["clients"] }),
    saveClient: build.mutation<{ client: Client }, { id: string; revision: number; client: ClientInput }>({ query: ({ id, ...body }) => ({ url: `/clients/${id}`, method: "PUT", body }), invalidatesTags: (r) => (r ? ["clients"] : []) }),
    makeClient: build.mutation<{ client: Client }, { id: string; client: ClientInput }>({ query: (body) => ({ url: "/clients", method: "POST", body }), invalidatesTags: (r) => (r ? ["clients"] : []) }),
    program: build.query<StoredProgram, string>({ query: (clientId) => `/clients/${clientId}/program`, providesTags: (_r, _e, id) => [{ type: "program", id }] }),
    sendEdits: build.mutation<StoredProgram, { programId: string; base: number; edits: unknown[] }>({ query: ({ programId, ...body }) => ({ url: `/programs/${programId}/edits`, method: "POST", body }) }),
    handOver: build.query<HandOverAnswer, string>({ query: (clientId) => `/clients/${clientId}/hand-over`, providesTags: ["handOver"] }),
    makeHandOver: build.mutation<HandOverAnswer, { programId: string; version: number }>({ query: ({ programId, version }) => ({ url: `/programs/${programId}/hand-overs`, method: "POST", body: { version } }), invalidatesTags: (r) => (r ? ["handOver"] : []) }),
    makeLink: build.mutation<{ path: string }, string>({ query: (clientId) => ({ url: `/clients/${clientId}/link`, method: "POST", body: {} }), invalidatesTags: ["handOver"] }),
    revokeLink: build.mutation<object, string>({ query: (clientId) => ({ url: `/clients/${clientId}/link`, method: "DELETE", body: {} }), invalidatesTags: ["handOver"] }),
    log: build.query<LogAnswer, string>({ query: (clientId) => `/clients/${clientId}/log`, providesTags: ["log"] }),
  }),
});
