/** One's own account: password, second factor, where one is signed in. */
import { account as words } from "#core/words/web/identity";
import { Button, Input } from "antd";
import { useState, type FormEvent } from "react";
import type { Answer } from "#core/exchange/api";
import { message } from "../base/say";
import { api, toFailure } from "../base/api";
import { Failed, Loading } from "../base/states";
import { momentText } from "../../page/locale";

export function Account() {
  const { data, error, refetch } = api.useAccountQuery(undefined, { refetchOnMountOrArgChange: true });
  if (error) return <Failed what={words.yourAccount()} reason={toFailure(error).error} again={refetch} />;
  if (!data) return <Loading what={words.yourAccount2()} />;
  return (
    <div className="account">
      <section className="sheet" aria-label={words.yourAccount()}>
        <h1>{data.name}</h1>
        <p className="quiet">
          {data.email}, {data.role === "head" ? words.headCoach() : words.coach()}
        </p>
        <Sessions sessions={data.sessions} />
      </section>
      <Password />
      <Factor on={data.factor} />
    </div>
  );
}

/** such as "Chrome on Linux", as far as a browser says */
function device(agent: string): string {
  const browser = /Firefox|Edg|Chrome|Safari/.exec(agent)?.[0]?.replace("Edg", "Edge") ?? "A browser";
  const system = /Android|iPhone|iPad|Windows|Mac OS|Linux/.exec(agent)?.[0];
  return system ? words.browserOnSystem({ browser, system }) : browser;
}

function Sessions({ sessions }: { sessions: Answer<"account">["sessions"] }) {
  const [end] = api.useEndSessionMutation();
  const [endOthers] = api.useEndSessionsMutation();
  return (
    <>
      <h2>{words.whereYouAreSigned()}</h2>
      <table className="rows">
        <thead>
          <tr>
            <th scope="col">{words.browser()}</th>
            <th scope="col">{words.since()}</th>
            <th scope="col">{words.lastSeen()}</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          {sessions.map((s) => (
            <tr key={s.id}>
              <td>{device(s.device)}</td>
              <td className="number">{momentText(s.startedAt)}</td>
              <td className="number">{momentText(s.seenAt)}</td>
              <td style={{ textAlign: "right" }}>
                {s.current ? (
                  words.thisOne()
                ) : (
                  <Button size="small" onClick={() => void end(s.id)}>
                    {words.endIt()}
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {sessions.length > 1 && (
        <div className="actions">
          <Button onClick={() => void endOthers()}>{words.endAllOthers()}</Button>
        </div>
      )}
      <p className="small quiet">{words.aSessionEndsAfter()}</p>
    </>
  );
}

function Password() {
  const [change, { isLoading, error }] = api.useChangePasswordMutation();
  const [input, setInput] = useState({ password: "", next: "" });
  const failure = error ? toFailure(error) : null;
  const reason = (path: string) => failure?.fields.find((f) => f.path === path)?.reason;
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    const r = await change(input);
    if (r.error) return;
    setInput({ password: "", next: "" });
    message.success(words.changed({ ended: r.data.ended }), 4);
  };
  const field = (id: "password" | "next", label: string, complete: string) => (
    <div className="field">
      <label htmlFor={`account-${id}`}>{label}</label>
      <Input.Password
        id={`account-${id}`}
        visibilityToggle={false}
        autoComplete={complete}
        value={input[id]}
        status={reason(id) ? "error" : ""}
        aria-describedby={`account-${id}-reason`}
        onChange={(e) => setInput({ ...input, [id]: e.target.value })}
      />
      <span className="reason" id={`account-${id}-reason`}>
        {reason(id)}
      </span>
    </div>
  );
  return (
    <form className="sheet" aria-label={words.password()} onSubmit={(e) => void submit(e)} noValidate>
      <h2>{words.password()}</h2>
      {field("password", words.passwordNow(), "current-password")}
      {field("next", words.newPasswordCharactersOr(), "new-password")}
      {failure && failure.fields.length === 0 && (
        <p className="notice warn" role="alert">
          {failure.error}
        </p>
      )}
      <div className="actions">
        <Button htmlType="submit" loading={isLoading}>
          {words.changeThePassword()}
        </Button>
      </div>
      <p className="small quiet">{words.endsEveryOtherSession()}</p>
    </form>
  );
}

function Factor({ on }: { on: boolean }) {
  const [begin, beginning] = api.useBeginFactorMutation();
  const [confirm, confirming] = api.useConfirmFactorMutation();
  const [remove, removing] = api.useRemoveFactorMutation();
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  const open = beginning.data && !confirming.isSuccess ? beginning.data : null;
  const error = confirming.error ?? beginning.error ?? removing.error;
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    if (open) return void (await confirm({ code }));
    const r = await (on ? remove({ password }) : begin({ password }));
    if (!r.error) setPassword("");
  };
  return (
    <form className="sheet" aria-label={words.secondFactor()} onSubmit={(e) => void submit(e)} noValidate>
      <h2>{words.secondFactor()}</h2>
      <p className="small quiet">{on ? words.signingInAsksFor() : words.sixDigitsFromAn()}</p>
      {!open && (
        <div className="field">
          <label htmlFor="factor-password">{words.yourPassword()}</label>
          <Input.Password
            id="factor-password"
            visibilityToggle={false}
            autoComplete="current-password"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
          />
        </div>
      )}
      {open && (
        <>
          <p>
            {words.typeThisSecretInto()} <a href={open.uri}>{words.openItThere()}</a>:
          </p>
          <p className="number secret">{open.secret.replace(/(.{4})/g, "$1 ").trim()}</p>
          <div className="field">
            <label htmlFor="factor-code">{words.theSixDigitsIt()}</label>
            <Input
              id="factor-code"
              inputMode="numeric"
              autoComplete="one-time-code"
              value={code}
              onChange={(e) => setCode(e.target.value.trim())}
            />
          </div>
        </>
      )}
      {Boolean(error) && (
        <p className="notice warn" role="alert">
          {toFailure(error).error}
        </p>
      )}
      <div className="actions">
        <Button htmlType="submit" loading={beginning.isLoading || confirming.isLoading || removing.isLoading}>
          {open ? words.switchItOn() : on ? words.switchItOff() : words.setItUp()}
        </Button>
      </div>
      <p className="small quiet">{words.phoneLostAHead()}</p>
    </form>
  );
}
