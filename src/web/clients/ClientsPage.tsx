/** Clients: who they are to the planner. What is noted here changes ranking, prescriptions and checks. */
import { clientsPage as words } from "#core/words/web/clients";
import { useState } from "react";
import { Button } from "antd";
import { Link, useNavigate, useParams } from "react-router";
import { NOTHING_NOTED, type ClientInput, type ClientSummary } from "#core/clients/client";
import type { Method } from "#core/edition/method";
import { startPriorities } from "#core/planning/starts";
import { api, toFailure } from "../base/api";
import { usePresentEdition } from "../base/edition";
import { newId } from "../../page/newId";
import { useClient } from "../base/open-client";
import { Empty, Failed, Loading } from "../base/states";
import { ClientChanges } from "./ClientChanges";
import { ClientForm } from "./ClientForm";
import { ClientRights } from "./ClientRights";
import "./intake.css";

const DAYS = 3;
const MINUTES = 45;
const blank = (method: Method): ClientInput => ({
  ...NOTHING_NOTED,
  name: "",
  stature: 1.75,
  mass: 75,
  level: "trained",
  daysPerWeek: DAYS,
  minutes: MINUTES,
  unit: "kg",
  equipment: ["dumbbell", "bench"],
  priorities: startPriorities(DAYS, MINUTES, method),
  cleared: false,
  keepUntil: null,
});

const today = () => new Date().toISOString().slice(0, 10);
const about = (c: ClientSummary) =>
  words.row({
    days: c.daysPerWeek,
    minutes: c.minutes,
    cleared: c.cleared,
    erase: Boolean(c.keepUntil && c.keepUntil < today()),
  });

export default function ClientsPage() {
  const { id } = useParams();
  const navigate = useNavigate();
  const { method } = usePresentEdition();
  const { data, isLoading, isFetching, error, refetch } = api.useClientsQuery();
  const client = useClient(id && id !== "new" ? id : null);
  const [saveClient] = api.useSaveClientMutation();
  const [makeClient] = api.useMakeClientMutation();
  // a form starts anew when somebody else has saved the client, and stays as it is after its own save
  const [forms, setForms] = useState<ReadonlyMap<string, string>>(new Map());
  // a new client is the same one however often it is saved
  const [fresh, setFresh] = useState(newId);
  const formOf = (c: { id: string; revision: number }) => forms.get(`${c.id} ${c.revision}`) ?? `${c.id} ${c.revision}`;
  if (isLoading) return <Loading what={words.theClients()} />;
  if (error || !data) return <Failed what={words.theClients2()} reason={toFailure(error).error} again={refetch} />;
  const save = async (input: ClientInput) => {
    if (client) {
      const r = await saveClient({ id: client.id, revision: client.revision, client: input });
      if (r.error) return toFailure(r.error);
      const { id: saved, revision } = r.data.client;
      setForms((f) => new Map(f).set(`${saved} ${revision}`, formOf(client)));
      return null;
    }
    const r = await makeClient({ id: fresh, client: input });
    if (r.error) return toFailure(r.error);
    setFresh(newId());
    void navigate(`/clients/${fresh}`);
    return null;
  };
  const there = data.clients.some((c) => c.id === id);
  return (
    <div className="clients">
      <aside>
        <ul className="client-list">
          {data.clients.map((c) => (
            <li key={c.id}>
              <Link to={`/clients/${c.id}`} aria-current={c.id === id ? "true" : undefined}>
                <strong>{c.name}</strong>
                <div className="small quiet">{about(c)}</div>
              </Link>
            </li>
          ))}
        </ul>
        <Button style={{ marginTop: 12 }} onClick={() => void navigate("/clients/new")}>
          {words.newClient()}
        </Button>
      </aside>
      {id === "new" || client ? (
        <div style={{ display: "grid", gap: 16 }}>
          <ClientForm
            key={client ? formOf(client) : fresh}
            value={client ?? blank(method)}
            onSave={save}
            weekLink={client ? `/clients/${client.id}/week` : null}
          />
          {client && <ClientChanges key={`changes ${client.id}`} clientId={client.id} />}
          {client && <ClientRights key={client.id} client={client} />}
        </div>
      ) : there || isFetching ? (
        <Loading what={words.theClient()} />
      ) : id ? (
        <Empty title={words.thisClientIsNot()}>
          <Link to="/clients">{words.toTheClients()}</Link>
        </Empty>
      ) : (
        <Empty title={words.chooseAClientOr()}>
          <p className="quiet">{words.chooseAClientAt()}</p>
        </Empty>
      )}
    </div>
  );
}
