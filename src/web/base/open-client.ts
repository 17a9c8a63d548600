/** Which client is open is part of the address: /clients/:id/... or ?for=:id on the places that know exercises. */
import type { Form } from "#core/base/forms";
import { createContext, useCallback, useContext } from "react";
import { useMatch, useSearchParams } from "react-router";
import type { Client, ClientSummary } from "#core/clients/client";
import { api } from "./api";

export interface OpenClient {
  /** null while none is open or it is still being read */
  client: Client | null;
  clientId: string | null;
  clients: readonly ClientSummary[];
  /** the address names a client who is still being read: for whom it is, is not known yet */
  pending: boolean;
  /** the address names a client who is not in this practice */
  unknown: boolean;
  /** what the server says of the client cannot be read here */
  unreadable: boolean;
  open: (id: string | null) => void;
}

/** a client in full; reading one is written down, so only the one that is open is asked for */
export const useClient = (id: string | null): Client | null => useReadClient(id).client;

function useReadClient(id: string | null) {
  const { data, isError } = api.useClientQuery(id ?? "", { skip: !id });
  const client = id && data?.client.id === id ? data.client : null;
  return { client, unreadable: isError && client === null };
}

export function useOpenClient(): OpenClient {
  const [params, setParams] = useSearchParams();
  const match = useMatch("/clients/:id/*");
  const { data, isFetching } = api.useClientsQuery();
  const clients = data?.clients ?? NONE;
  const wanted = match?.params.id ?? params.get("for");
  const summary = clients.find((c) => c.id === wanted);
  const { client, unreadable } = useReadClient(summary?.id ?? null);
  const open = useCallback(
    (id: string | null) =>
      setParams((p) => {
        if (id) p.set("for", id);
        else p.delete("for");
        return p;
      }),
    [setParams],
  );
  // a client who has just been made is not in the list yet
  const unknown = data !== undefined && !isFetching && Boolean(wanted) && wanted !== "new" && !summary;
  const pending = Boolean(wanted) && wanted !== "new" && !client && !unknown;
  return { client, clientId: summary?.id ?? null, clients, pending, unknown, unreadable, open };
}
const NONE: readonly ClientSummary[] = [];

/** the form that pictures of the open client show */
export const DrawnForm = createContext<Form>("male");
export const useForm = (): Form => useContext(DrawnForm);

/** the client in the address bar, which is ahead of the page while that is still loading */
export const clientIdInAddress = (): string | null =>
  /^\/clients\/([0-9a-f-]{36})/.exec(window.location.pathname)?.[1] ??
  new URLSearchParams(window.location.search).get("for");

/** address of a place, keeping the open client */
export const withClient = (path: string, clientId: string | null): string =>
  clientId ? `${path}${path.includes("?") ? "&" : "?"}for=${clientId}` : path;
