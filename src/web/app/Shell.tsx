/** The band over every place, and who is signed in. */
import { App as AntApp, Button, Dropdown, Modal, Select } from "antd";
import { Suspense, useEffect, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate } from "react-router";
import SignInPage from "../identity/SignInPage";
import { api, toFailure } from "./api";
import { MODE_EVENT } from "./App";
import { clientIdInAddress, useOpenClient, withClient } from "./open-client";
import { Palette } from "./Palette";
import { Failed, Loading } from "./states";

/** a hulled grain, standing, with its crease */
export const Mark = ({ size = 24 }: { size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
    <g transform="rotate(38 12 12)">
      <path d="M12 0.5C18 5 18.6 17 12 23.5C5.4 17 6 5 12 0.5Z" fill="var(--ink)" />
      <path d="M12 3.5C13.4 8 13.2 15 12 20.5" stroke="var(--paper)" strokeWidth="1.3" fill="none" />
    </g>
  </svg>
);

export function Shell() {
  const { data, isLoading, isError, error, refetch } = api.useSessionQuery();
  if (isLoading) return <Loading what="Gryn" />;
  if (isError) return <Failed what="The session" reason={toFailure(error).error} again={refetch} />;
  if (!data?.coach) return <SignInPage />;
  // inside the router, so that links in messages work
  return (
    <AntApp style={{ height: "100%" }}>
      <Desk coach={data.coach.name} />
    </AntApp>
  );
}

const KEYS: [string, string][] = [
  ["r", "Ranking"],
  ["b", "Bench"],
  ["m", "Method"],
  ["c", "Clients"],
  ["w", "Week of the open client"],
  ["l", "Log of the open client"],
  ["j / k", "Next and previous row"],
  ["Enter", "Criteria of the row"],
  ["u", "Use the row for the client and day last used"],
  ["Alt ← → ↑ ↓", "In the week: move the exercise to another day or place"],
  ["+ / - / x / Delete", "In the week: one set more, one less, lock, take off"],
  ["Ctrl Z / Ctrl Shift Z", "Undo and redo a plan edit"],
  ["Ctrl K", "Go anywhere"],
  ["?", "This list"],
];

const KEYS_OFF = "gryn.keysOff";
export const singleKeysOn = () => localStorage.getItem(KEYS_OFF) !== "1";
/** single keys never fire while typing */
export const isTyping = (e: KeyboardEvent) => e.ctrlKey || e.metaKey || e.altKey || (e.target instanceof HTMLElement && (e.target.closest("input, textarea, select, [contenteditable], .ant-select, .ant-modal, [role=slider]") !== null));

function Desk({ coach }: { coach: string }) {
  const { client, clientId, clients, open } = useOpenClient();
  const [signOut] = api.useSignOutMutation();
  const [help, setHelp] = useState(false);
  const [keysOn, setKeysOn] = useState(singleKeysOn);
  const navigate = useNavigate();
  const location = useLocation();
  const inClient = location.pathname.startsWith("/clients/");

  useEffect(() => {
    const go = (e: KeyboardEvent) => {
      if (isTyping(e) || !singleKeysOn()) return;
      const clientId = clientIdInAddress();
      const to = { r: withClient("/ranking", clientId), b: withClient("/bench", clientId), m: withClient("/method", clientId), c: "/clients", w: clientId && `/clients/${clientId}/week`, l: clientId && `/clients/${clientId}/log` }[e.key];
      if (e.key === "?") setHelp(true);
      else if (to) void navigate(to);
    };
    addEventListener("keydown", go);
    return () => removeEventListener("keydown", go);
  }, [navigate]);

  const leave = async () => {
    await signOut();
    window.location.assign("/");
  };
  const pick = (id: string | undefined) => {
    if (inClient && id) void navigate(location.pathname.replace(/^\/clients\/[^/]+/, `/clients/${id}`));
    else open(id ?? null);
  };

  return (
    <div className="shell">
      <a className="visually-hidden" href="#page">Skip to the page</a>
      <header className="band">
        <Link className="wordmark" to={withClient("/ranking", clientId)} aria-label="Gryn, to the ranking">
          <Mark size={23} /> Gryn
        </Link>
        <nav className="places" aria-label="Places">
          <div className="group">
            <span aria-hidden>know</span>
            <NavLink to={withClient("/ranking", clientId)}>Ranking</NavLink>
            <NavLink to={withClient("/bench", clientId)}>Bench</NavLink>
            <NavLink to={withClient("/method", clientId)}>Method</NavLink>
          </div>
          <div className="group">
            <span aria-hidden>coach</span>
            <NavLink to={clientId ? `/clients/${clientId}` : "/clients"} end>Clients</NavLink>
            {client && <NavLink to={`/clients/${client.id}/week`}>Week</NavLink>}
            {client && <NavLink to={`/clients/${client.id}/log`}>Log</NavLink>}
          </div>
        </nav>
        <div className="end">
          <Select aria-label="Open client" style={{ width: 186 }} value={clientId ?? undefined} placeholder="No client open" allowClear={!inClient} onChange={pick} options={clients.map((c) => ({ value: c.id, label: c.name }))} />
          <Dropdown trigger={["click"]} menu={{ items: [{ key: "mode", label: "Light or dark", onClick: () => dispatchEvent(new Event(MODE_EVENT)) }, { key: "keys", label: "Keys", onClick: () => setHelp(true) }, { key: "out", label: "Sign out", onClick: () => void leave() }] }}>
            <Button type="text">{coach}</Button>
          </Dropdown>
        </div>
      </header>
      <main className="page" id="page">
        <Suspense fallback={<Loading what="this place" />}>
          <Outlet />
        </Suspense>
      </main>
      <Palette clientId={clientId} clients={clients} />
      <Modal open={help} onCancel={() => setHelp(false)} footer={null} title="Keys" width={440}>
        <dl className="facts" style={{ gridTemplateColumns: "auto 1fr", gap: "6px 16px" }}>
          {KEYS.map(([key, what]) => (
            <div key={key} style={{ display: "contents" }}>
              <dt><kbd>{key}</kbd></dt>
              <dd style={{ textAlign: "left", fontWeight: 400 }}>{what}</dd>
            </div>
          ))}
        </dl>
        <label style={{ display: "flex", gap: 8, marginTop: 14 }}>
          <input
            type="checkbox"
            checked={keysOn}
            onChange={(e) => {
              localStorage.setItem(KEYS_OFF, e.target.checked ? "0" : "1");
              setKeysOn(e.target.checked);
            }}
          />
          Single-letter keys are on
        </label>
      </Modal>
    </div>
  );
}
