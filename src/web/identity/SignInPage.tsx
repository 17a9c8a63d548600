import { signInPage as words } from "#core/words/web/identity";
import { Button, Input } from "antd";
import { useState, type FormEvent } from "react";
import { api, toFailure } from "../base/api";
import { Mark } from "../base/Mark";
import { Grain } from "../base/Grain";

/** a picture of the idea: one head, two setups, drawn from made-up bins of the right shape */
const shape = (at: number, width: number, from: number, to: number) => ({
  grain: Array.from({ length: 24 }, (_, i) =>
    i / 24 < from || i / 24 > to ? 0 : 0.66 * Math.exp(-(((i + 0.5) / 24 - at) ** 2) / width),
  ),
  grainPassive: new Array<number>(24).fill(0),
  loadedLength: at,
  shortReached: from,
  stretchReached: to,
});

export default function SignInPage() {
  const [signIn, { isLoading, error }] = api.useSignInMutation();
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const [code, setCode] = useState("");
  const { data: session } = api.useSessionQuery();
  const failure = error ? toFailure(error) : null;
  const reason = (path: string) => failure?.fields.find((f) => f.path === path)?.reason;
  const asksForCode =
    failure?.details.needs === "code" || failure?.fields.some((f) => f.path === "code") || code !== "";
  const submit = (e: FormEvent) => {
    e.preventDefault();
    void signIn({ email, password, ...(code ? { code } : {}) });
  };
  return (
    <main className="sign-in">
      <section className="picture" aria-hidden>
        <Mark size={34} />
        <h1>{words.seeWhereTheLoad()}</h1>
        <div style={{ display: "grid", gap: 14 }}>
          <Grain metrics={shape(0.78, 0.03, 0.42, 0.97)} width={420} height={74} />
          <span className="quiet">{words.heavyWhereTheMuscle()}</span>
          <Grain metrics={shape(0.2, 0.02, 0.05, 0.6)} width={420} height={74} />
          <span className="quiet">{words.heavyWhereItIs()}</span>
        </div>
      </section>
      <form onSubmit={submit} noValidate>
        <h1>{words.signIn()}</h1>
        <div className="field">
          <label htmlFor="email">{words.eMail()}</label>
          <Input
            id="email"
            size="large"
            type="email"
            autoComplete="username"
            autoFocus
            value={email}
            onChange={(e) => setEmail(e.target.value)}
            status={reason("email") ? "error" : ""}
            aria-describedby="email-reason"
          />
          <span className="reason" id="email-reason">
            {reason("email")}
          </span>
        </div>
        <div className="field">
          <label htmlFor="password">{words.password()}</label>
          <Input.Password
            id="password"
            size="large"
            visibilityToggle={false}
            autoComplete="current-password"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
            status={reason("password") ? "error" : ""}
            aria-describedby="password-reason"
          />
          <span className="reason" id="password-reason">
            {reason("password")}
          </span>
        </div>
        {asksForCode && (
          <div className="field">
            <label htmlFor="code">{words.sixDigitsOfYour()}</label>
            <Input
              id="code"
              size="large"
              inputMode="numeric"
              autoComplete="one-time-code"
              autoFocus
              value={code}
              onChange={(e) => setCode(e.target.value.trim())}
              status={reason("code") ? "error" : ""}
              aria-describedby="code-reason"
            />
            <span className="reason" id="code-reason">
              {reason("code")}
            </span>
          </div>
        )}
        {failure && failure.fields.length === 0 && (
          <p className="notice warn" role="alert">
            {failure.error}
          </p>
        )}
        <Button type="primary" size="large" htmlType="submit" loading={isLoading}>
          {words.signIn()}
        </Button>
        {session?.demo && (
          <div className="demo">
            <Button size="large" block onClick={() => void signIn(session.demo!)}>
              {words.lookAroundInThe()}
            </Button>
            <p className="small quiet">{words.madeUpPeopleA()}</p>
          </div>
        )}
        <p className="small quiet">{words.grynPlansTrainingFor()}</p>
      </form>
    </main>
  );
}
