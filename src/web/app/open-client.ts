/** Which client is open is part of the address: /clients/:id/... or ?for=:id on the places that know exercises. */
import { useCallback } from "react";
import { useMatch, useSearchParams } from "react-router";
import type { Client } from "#core/clients/client";
import { api } from "./api";

export function useOpenClient(): { client: Client | null; clientId: string | null; clients: readonly Client[]; open: (id: string | null) => void } {
  const [params, setParams] = useSearchParams();
  const match = useMatch("/clients/:id/*");
  const { data } = api.useClientsQuery();
  const clients = data?.clients ?? NONE;
  const wanted = match?.params.id ?? params.get("for");
  const client = clients.find((c) => c.id === wanted) ?? null;
  const open = useCallback(
    (id: string | null) =>
      setParams((p) => {
        if (id) p.set("for", id);
        else p.delete("for");
        return p;
      }),
    [setParams],
  );
  return { client, clientId: client?.id ?? null, clients, open };
}
const NONE: readonly Client[] = [];

/** the client in the address bar, which is ahead of the page while that is still loading */
export const clientIdInAddress = (): string | null => /^\/clients\/([0-9a-f-]{36})/.exec(window.location.pathname)?.[1] ?? new URLSearchParams(window.location.search).get("for");

/** address of a place, keeping the open client */
export const withClient = (path: string, clientId: string | null): string => (clientId ? `${path}${path.includes("?") ? "&" : "?"}for=${clientId}` : path);
