import { Button, Input, Modal } from "antd";
import { Menu } from "../base/Menu";
import { Dialog } from "../base/Dialog";
import { useState } from "react";
import type { Answer, Role } from "#core/exchange/api";
import { message } from "../base/say";
import { api, toFailure } from "../base/api";
import { Failed, Loading } from "../base/states";
import { momentText } from "../../page/locale";

const ROLE: Record<Role, string> = { head: "Head coach", coach: "Coach" };

export function People({ head }: { head: boolean }) {
  const { data, error, refetch } = api.usePeopleQuery();
  const [invite] = api.useInviteMutation();
  const [withdraw] = api.useWithdrawMutation();
  const [link, setLink] = useState<{ role: Role; address: string } | null>(null);
  if (error) return <Failed what="The people" reason={toFailure(error).error} again={refetch} />;
  if (!data) return <Loading what="the people" />;
  const ask = async (role: Role) => {
    const r = await invite({ role });
    if (r.error) return message.error(toFailure(r.error).error);
    setLink({ role, address: `${window.location.origin}${r.data.path}` });
  };
  return (
    <section className="sheet" aria-label="People">
      <div className="headline">
        <div>
          <h1>{data.practice}</h1>
          <p className="quiet small">
            Coaches see the practice's clients. Head coaches also invite and remove coaches, read the audit and erase
            clients.
          </p>
        </div>
        {head && (
          <div className="actions" style={{ marginTop: 0 }}>
            <Button type="primary" onClick={() => void ask("coach")}>
              Invite a coach
            </Button>
            <Button onClick={() => void ask("head")}>Invite a head coach</Button>
          </div>
        )}
      </div>
      <table className="rows">
        <thead>
          <tr>
            <th scope="col">name</th>
            <th scope="col">e-mail</th>
            <th scope="col">role</th>
            <th scope="col">second factor</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          {data.people.map((p) => (
            <Row key={p.id} p={p} head={head} />
          ))}
        </tbody>
      </table>
      {data.invitations.length > 0 && (
        <>
          <h2>Open invitations</h2>
          <ul className="small">
            {data.invitations.map((i) => (
              <li key={i.id}>
                {ROLE[i.role]}, invited by {i.by}, open until {momentText(i.expiresAt)}{" "}
                {head && (
                  <Button size="small" type="text" onClick={() => void withdraw(i.id)}>
                    Withdraw
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
      <Dialog open={link !== null} onCancel={() => setLink(null)} footer={null} title="Invitation" width={520}>
        {link && (
          <div style={{ display: "grid", gap: 10 }}>
            <p>
              Send this to the new {ROLE[link.role].toLowerCase()}. It works once, within 7 days, and is not shown
              again.
            </p>
            <Input readOnly value={link.address} aria-label="Link to join" onFocus={(e) => e.target.select()} />
            <div className="actions">
              <Button onClick={() => void navigator.clipboard?.writeText(link.address)}>Copy</Button>
            </div>
          </div>
        )}
      </Dialog>
    </section>
  );
}

function Row({ p, head }: { p: Answer<"people">["people"][number]; head: boolean }) {
  const [changeRole] = api.useChangeRoleMutation();
  const [remove] = api.useRemovePersonMutation();
  const [resetFactor] = api.useResetFactorMutation();
  const [modal, holder] = Modal.useModal();
  const run = async (act: Promise<{ error?: unknown }>) => {
    const { error } = await act;
    if (error) message.error(toFailure(error).error, 5);
  };
  const menu = [
    {
      key: "role",
      label: p.role === "head" ? "Make coach" : "Make head coach",
      onClick: () => void run(changeRole({ id: p.id, role: p.role === "head" ? "coach" : "head" })),
    },
    {
      key: "factor",
      label: "Remove the second factor",
      disabled: !p.factor,
      onClick: () => void run(resetFactor(p.id)),
    },
    {
      key: "remove",
      label: "Remove from the practice",
      danger: true,
      onClick: () =>
        void modal.confirm({
          title: `Remove ${p.name}?`,
          content: "Signed out at once. What was planned and logged stays.",
          okText: "Remove",
          cancelText: "Keep",
          onOk: () => run(remove(p.id)),
        }),
    },
  ];
  return (
    <tr>
      <td>
        <strong>{p.name}</strong>
      </td>
      <td>{p.email}</td>
      <td>{ROLE[p.role]}</td>
      <td>{p.factor ? "on" : "off"}</td>
      <td style={{ textAlign: "right" }}>
        {holder}
        {head && (
          <Menu items={menu} button={{ size: "small", type: "text", "aria-label": `${p.name}: more` }}>
            More
          </Menu>
        )}
      </td>
    </tr>
  );
}
