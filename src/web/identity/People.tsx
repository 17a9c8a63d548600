import { people as words } from "#core/words/web/identity";
import { Button, Input, Modal } from "antd";
import { Menu } from "../base/Menu";
import { Dialog } from "../base/Dialog";
import { useState } from "react";
import type { Answer, Role } from "#core/exchange/api";
import { message } from "../base/say";
import { api, toFailure } from "../base/api";
import { Failed, Loading } from "../base/states";
import { momentText } from "../../page/locale";

const ROLE: Record<Role, string> = { head: words.headCoach(), coach: words.coach() };

export function People({ head }: { head: boolean }) {
  const { data, error, refetch } = api.usePeopleQuery();
  const [invite] = api.useInviteMutation();
  const [withdraw] = api.useWithdrawMutation();
  const [link, setLink] = useState<{ role: Role; address: string } | null>(null);
  if (error) return <Failed what={words.thePeople()} reason={toFailure(error).error} again={refetch} />;
  if (!data) return <Loading what={words.thePeople2()} />;
  const ask = async (role: Role) => {
    const r = await invite({ role });
    if (r.error) return message.error(toFailure(r.error).error);
    setLink({ role, address: `${window.location.origin}${r.data.path}` });
  };
  return (
    <section className="sheet" aria-label={words.people()}>
      <div className="headline">
        <div>
          <h1>{data.practice}</h1>
          <p className="quiet small">{words.coachesSeeThePractice()}</p>
        </div>
        {head && (
          <div className="actions" style={{ marginTop: 0 }}>
            <Button type="primary" onClick={() => void ask("coach")}>
              {words.inviteACoach()}
            </Button>
            <Button onClick={() => void ask("head")}>{words.inviteAHeadCoach()}</Button>
          </div>
        )}
      </div>
      <table className="rows">
        <thead>
          <tr>
            <th scope="col">{words.name()}</th>
            <th scope="col">{words.eMail()}</th>
            <th scope="col">{words.role()}</th>
            <th scope="col">{words.secondFactor()}</th>
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
          <h2>{words.openInvitations()}</h2>
          <ul className="small">
            {data.invitations.map((i) => (
              <li key={i.id}>
                {words.invited({ role: ROLE[i.role], by: i.by, until: momentText(i.expiresAt) })}{" "}
                {head && (
                  <Button size="small" type="text" onClick={() => void withdraw(i.id)}>
                    {words.withdraw()}
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
      <Dialog open={link !== null} onCancel={() => setLink(null)} footer={null} title={words.invitation()} width={520}>
        {link && (
          <div style={{ display: "grid", gap: 10 }}>
            <p>{words.sendThisToThe({ role: ROLE[link.role].toLowerCase() })}</p>
            <Input readOnly value={link.address} aria-label={words.linkToJoin()} onFocus={(e) => e.target.select()} />
            <div className="actions">
              <Button onClick={() => void navigator.clipboard?.writeText(link.address)}>{words.copy()}</Button>
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
      label: p.role === "head" ? words.makeCoach() : words.makeHeadCoach(),
      onClick: () => void run(changeRole({ id: p.id, role: p.role === "head" ? "coach" : "head" })),
    },
    {
      key: "factor",
      label: words.removeTheSecondFactor(),
      disabled: !p.factor,
      onClick: () => void run(resetFactor(p.id)),
    },
    {
      key: "remove",
      label: words.removeFromThePractice(),
      danger: true,
      onClick: () =>
        void modal.confirm({
          title: words.removeName({ name: p.name }),
          content: words.signedOutAtOnce(),
          okText: words.remove(),
          cancelText: words.keep(),
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
      <td>{words.factor({ on: Boolean(p.factor) })}</td>
      <td style={{ textAlign: "right" }}>
        {holder}
        {head && (
          <Menu items={menu} button={{ size: "small", type: "text", "aria-label": words.moreOf({ name: p.name }) }}>
            {words.more()}
          </Menu>
        )}
      </td>
    </tr>
  );
}
