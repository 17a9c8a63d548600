/** Clients: who they are to the planner. What is noted here changes ranking, prescriptions and checks. */
import { useRef } from "react";
import { Button } from "antd";
import { Link, useNavigate, useParams } from "react-router";
import type { ClientInput } from "#core/clients/client";
import { muscles } from "#core/anatomy/anatomy";
import { api, toFailure } from "../app/api";
import { newId } from "../app/newId";
import { Empty, Failed, Loading } from "../app/states";
import { ClientForm } from "./ClientForm";

const blank: ClientInput = { name: "", stature: 1.75, mass: 75, level: "trained", daysPerWeek: 3, minutes: 45, unit: "kg", units: {}, equipment: ["dumbbell", "bench"], priorities: Object.fromEntries(muscles.map((m) => [m.id, "hold" as const])), joints: [], cleared: false, note: "" };

export default function ClientsPage() {
  const { id } = useParams();
  const navigate = useNavigate();
  const { data, isLoading, error, refetch } = api.useClientsQuery();
  const [saveClient] = api.useSaveClientMutation();
  const [makeClient] = api.useMakeClientMutation();
  // a form starts anew when somebody else has saved the client, and stays as it is after its own save
  const forms = useRef(new Map<string, string>());
  const formOf = (c: { id: string; revision: number }) => forms.current.get(`${c.id} ${c.revision}`) ?? `${c.id} ${c.revision}`;
  if (isLoading) return <Loading what="the clients" />;
  if (error || !data) return <Failed what="The clients" reason={toFailure(error).error} again={refetch} />;
  const client = data.clients.find((c) => c.id === id);
  const save = async (input: ClientInput) => {
    if (client) {
      const r = await saveClient({ id: client.id, revision: client.revision, client: input });
      if (r.error) return toFailure(r.error);
      forms.current.set(`${r.data.client.id} ${r.data.client.revision}`, formOf(client));
      return null;
    }
    const made = newId();
    const r = await makeClient({ id: made, client: input });
    if (r.error) return toFailure(r.error);
    void navigate(`/clients/${made}`);
    return null;
  };
  return (
    <div className="clients">
      <aside>
        <ul className="client-list">
          {data.clients.map((c) => (
            <li key={c.id}>
              <Link to={`/clients/${c.id}`} aria-current={c.id === id ? "true" : undefined}>
                <strong>{c.name}</strong>
                <div className="small quiet">{c.daysPerWeek} days, {c.minutes} min{c.joints.length ? `, ${c.joints.map((j) => j.joint).join(", ")} noted` : ""}{c.cleared ? "" : ", not cleared yet"}</div>
              </Link>
            </li>
          ))}
        </ul>
        <Button style={{ marginTop: 12 }} onClick={() => void navigate("/clients/new")}>New client</Button>
      </aside>
      {client || id === "new" ? (
        <ClientForm key={client ? formOf(client) : "new"} value={client ?? blank} onSave={save} weekLink={client ? `/clients/${client.id}/week` : null} />
      ) : (
        <Empty title="Whom is the week for?">
          <p className="quiet">Choose a client at the left. Body size, equipment and noted joints then shape every ranking and check.</p>
        </Empty>
      )}
    </div>
  );
}
