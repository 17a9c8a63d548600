/** The band over every place, and who is signed in. What few open comes when it is opened. */
import { shell as words } from "#core/words/web/shell";
import { Button, Select } from "antd";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate } from "react-router";
import { api, toFailure } from "../base/api";
import { Boundary } from "../base/Boundary";
import { EditionContext, PresentEdition } from "../base/edition";
import { isTyping, KEY, singleKeysOn } from "../base/keys";
import { Mark } from "../base/Mark";
import { clientIdInAddress, DrawnForm, useOpenClient, withClient } from "../base/open-client";
import { onFirstWord } from "../base/say";
import { Failed, Loading } from "../base/states";
import { useShelf } from "./useShelf";
import { usePlace } from "./usePlace";
import { usePracticeEdition } from "../judgements/usePracticeEdition";

const SignInPage = lazy(() => import("../identity/SignInPage"));
const AccountMenu = lazy(() => import("./AccountMenu"));
const Keys = lazy(() => import("./Keys"));
const Palette = lazy(() => import("./Palette"));
const Words = lazy(() => import("./Words"));

export function Shell() {
  const { data, isLoading, isError, error, refetch } = api.useSessionQuery();
  if (isLoading) return <Loading what={words.gryn()} />;
  if (isError) return <Failed what={words.theSession()} reason={toFailure(error).error} again={refetch} />;
  if (!data?.coach)
    return (
      <Suspense fallback={<Loading what={words.gryn()} />}>
        <SignInPage />
      </Suspense>
    );
  return <Practice name={data.coach.name} />;
}

/** the desk, with what the practice judges by */
function Practice({ name }: { name: string }) {
  const edition = usePracticeEdition();
  const shelf = useShelf();
  if (!edition || !shelf) return <Loading what={words.gryn()} />;
  return (
    <PresentEdition value={edition}>
      <EditionContext value={edition}>
        <Desk name={name} />
      </EditionContext>
    </PresentEdition>
  );
}

/** what opens over every place: one at a time */
type Over = "keys" | "palette" | null;

function Desk({ name }: { name: string }) {
  const { client, clientId, clients, open } = useOpenClient();
  const [over, setOver] = useState<Over>(null);
  const [said, setSaid] = useState(false);
  const [menuAsked, setMenuAsked] = useState(false);
  const navigate = useNavigate();
  const location = useLocation();
  const inClient = location.pathname.startsWith("/clients/");
  useEffect(() => onFirstWord(() => setSaid(true)), []);
  const page = useRef<HTMLElement>(null);
  usePlace(page, location.pathname);

  useEffect(() => {
    const go = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "k") {
        e.preventDefault();
        setOver((o) => (o === "palette" ? null : "palette"));
        return;
      }
      if (isTyping(e) || !singleKeysOn()) return;
      const clientId = clientIdInAddress();
      const to = {
        [KEY.desk]: "/",
        [KEY.atlas]: withClient("/atlas", clientId),
        [KEY.ranking]: withClient("/ranking", clientId),
        [KEY.bench]: withClient("/bench", clientId),
        [KEY.cover]: withClient("/cover", clientId),
        [KEY.method]: withClient("/method", clientId),
        [KEY.clients]: "/clients",
        [KEY.week]: clientId && `/clients/${clientId}/week`,
        [KEY.sheet]: clientId && `/clients/${clientId}/sheet`,
        [KEY.log]: clientId && `/clients/${clientId}/log`,
        [KEY.review]: clientId && `/clients/${clientId}/review`,
        [KEY.evidence]: withClient("/evidence", clientId),
      }[e.key];
      if (e.key === KEY.help) setOver("keys");
      else if (to) void navigate(to);
    };
    addEventListener("keydown", go);
    return () => removeEventListener("keydown", go);
  }, [navigate]);

  const pick = (id: string | undefined) => {
    if (inClient && id) void navigate(location.pathname.replace(/^\/clients\/[^/]+/, `/clients/${id}`));
    else open(id ?? null);
  };
  const close = () => setOver(null);

  return (
    <div className="shell">
      <a className="visually-hidden to-page" href="#page">
        {words.skipToThePage()}
      </a>
      <header className="band">
        <Link className="wordmark" to="/" aria-label={words.grynToTheDesk()}>
          <Mark size={23} /> {words.gryn()}
        </Link>
        <nav className="places" aria-label={words.places()}>
          <div className="group">
            <span aria-hidden>{words.coach()}</span>
            <NavLink to="/" end>
              {words.desk()}
            </NavLink>
            <NavLink to={clientId ? `/clients/${clientId}` : "/clients"} end>
              {words.clients()}
            </NavLink>
            {clientId && <NavLink to={`/clients/${clientId}/week`}>{words.week()}</NavLink>}
            {clientId && <NavLink to={`/clients/${clientId}/sheet`}>{words.sheet()}</NavLink>}
            {clientId && <NavLink to={`/clients/${clientId}/log`}>{words.log()}</NavLink>}
            {clientId && <NavLink to={`/clients/${clientId}/review`}>{words.review()}</NavLink>}
          </div>
          <div className="group">
            <span aria-hidden>{words.know()}</span>
            <NavLink to={withClient("/atlas", clientId)}>{words.atlas()}</NavLink>
            <NavLink to={withClient("/ranking", clientId)}>{words.ranking()}</NavLink>
            <NavLink to={withClient("/bench", clientId)}>{words.bench()}</NavLink>
            <NavLink to={withClient("/cover", clientId)}>{words.cover()}</NavLink>
            <NavLink to={withClient("/evidence", clientId)}>{words.evidence()}</NavLink>
            <NavLink to={withClient("/method", clientId)}>{words.method()}</NavLink>
          </div>
        </nav>
        <div className="end">
          <Select
            aria-label={words.openClient()}
            style={{ width: 186 }}
            value={clientId ?? undefined}
            placeholder={words.noClientOpen()}
            allowClear={!inClient}
            onChange={pick}
            options={clients.map((c) => ({ value: c.id, label: c.name }))}
          />
          <Suspense
            fallback={
              <Button type="text" onClick={() => setMenuAsked(true)}>
                {name}
              </Button>
            }
          >
            <AccountMenu name={name} asked={menuAsked} onKeys={() => setOver("keys")} />
          </Suspense>
        </div>
      </header>
      <main className="page" id="page" tabIndex={-1} ref={page}>
        <Boundary place={location.pathname}>
          <Suspense fallback={<Loading what={words.thisPlace()} />}>
            <DrawnForm value={client?.figure ?? "male"}>
              <Outlet />
            </DrawnForm>
          </Suspense>
        </Boundary>
      </main>
      <Suspense>
        {over === "palette" && <Palette clientId={clientId} clients={clients} onClose={close} />}
        {over === "keys" && <Keys onClose={close} />}
        {said && <Words />}
      </Suspense>
    </div>
  );
}
