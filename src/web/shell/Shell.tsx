/** The band over every place, and who is signed in. */
import { App as AntApp, Button, Dropdown, Modal, Select } from "antd";
import { Suspense, useEffect, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate } from "react-router";
import SignInPage from "../identity/SignInPage";
import type { Role } from "#core/exchange/api";
import { api, toFailure } from "../base/api";
import { isTyping, KEYS, KEYS_OFF, singleKeysOn } from "../base/keys";
import { Mark } from "../base/Mark";
import { MODE_EVENT } from "../base/mode";
import { clientIdInAddress, useOpenClient, withClient } from "../base/open-client";
import { Palette } from "./Palette";
import { Failed, Loading } from "../base/states";

export function Shell() {
  const { data, isLoading, isError, error, refetch } = api.useSessionQuery();
  if (isLoading) return <Loading what="Gryn" />;
  if (isError) return <Failed what="The session" reason={toFailure(error).error} again={refetch} />;
  if (!data?.coach) return <SignInPage />;
  // inside the router, so that links in messages work
  return (
    <AntApp style={{ height: "100%" }}>
      <Desk coach={data.coach} />
    </AntApp>
  );
}

function Desk({ coach }: { coach: { name: string; role: Role } }) {
  const { clientId, clients, open } = useOpenClient();
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
      const to = {
        r: withClient("/ranking", clientId),
        b: withClient("/bench", clientId),
        m: withClient("/method", clientId),
        c: "/clients",
        w: clientId && `/clients/${clientId}/week`,
        l: clientId && `/clients/${clientId}/log`,
      }[e.key];
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
      <a className="visually-hidden" href="#page">
        Skip to the page
      </a>
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
            <NavLink to={clientId ? `/clients/${clientId}` : "/clients"} end>
              Clients
            </NavLink>
            {clientId && <NavLink to={`/clients/${clientId}/week`}>Week</NavLink>}
            {clientId && <NavLink to={`/clients/${clientId}/log`}>Log</NavLink>}
          </div>
        </nav>
        <div className="end">
          <Select
            aria-label="Open client"
            style={{ width: 186 }}
            value={clientId ?? undefined}
            placeholder="No client open"
            allowClear={!inClient}
            onChange={pick}
            options={clients.map((c) => ({ value: c.id, label: c.name }))}
          />
          <Dropdown
            trigger={["click"]}
            menu={{
              items: [
                { key: "account", label: "Your account", onClick: () => void navigate("/practice/account") },
                { key: "practice", label: "Practice", onClick: () => void navigate("/practice") },
                { key: "mode", label: "Light or dark", onClick: () => dispatchEvent(new Event(MODE_EVENT)) },
                { key: "keys", label: "Keys", onClick: () => setHelp(true) },
                { key: "out", label: "Sign out", onClick: () => void leave() },
              ],
            }}
          >
            <Button type="text">{coach.name}</Button>
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
              <dt>
                <kbd>{key}</kbd>
              </dt>
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
