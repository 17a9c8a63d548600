/**
 * An invitation, opened once: joining a practice, or making one of one's own. The token stands after # and goes
 * nowhere else.
 */
import { joinPage as words } from "#core/words/web/identity";
import { Button, Input } from "antd";
import { useEffect, useState, type FormEvent } from "react";
import { api, toFailure } from "../base/api";
import { Mark } from "../base/Mark";
import { Failed, Loading } from "../base/states";

const FIELDS = [
  { id: "name", label: words.yourName(), type: "text", complete: "name" },
  { id: "email", label: words.eMailToSign(), type: "email", complete: "username" },
  { id: "password", label: words.passwordCharactersOrMore(), type: "password", complete: "new-password" },
] as const;

export default function JoinPage() {
  const [token] = useState(() => window.location.hash.slice(1));
  const [look, looked] = api.useLookAtInvitationMutation();
  const [join, joining] = api.useJoinMutation();
  const [signIn] = api.useSignInMutation();
  const [input, setInput] = useState({ practice: "", name: "", email: "", password: "" });
  useEffect(() => void look({ token: token.length >= 20 ? token : "x".repeat(20) }), [look, token]);
  if (looked.error) return <Failed what={words.thisInvitation()} reason={toFailure(looked.error).error} />;
  if (!looked.data) return <Loading what={words.theInvitation()} />;
  const { practice, role } = looked.data;
  const failure = joining.error ? toFailure(joining.error) : null;
  const reason = (path: string) => failure?.fields.find((f) => f.path === path)?.reason;
  const set = (id: keyof typeof input, v: string) => setInput((i) => ({ ...i, [id]: v }));
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    const { practice: called, ...rest } = input;
    const r = await join({ token, ...rest, ...(practice ? { practice: called } : {}) });
    if (r.error) return;
    await signIn({ email: input.email, password: input.password });
    window.location.assign(practice ? "/clients/new" : "/");
  };
  const field = (id: keyof typeof input, label: string, type: string, complete: string, first = false) => (
    <div className="field" key={id}>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        size="large"
        type={type}
        autoComplete={complete}
        autoFocus={first}
        value={input[id]}
        onChange={(e) => set(id, e.target.value)}
        status={reason(id) ? "error" : ""}
        aria-describedby={`${id}-reason`}
      />
      <span className="reason" id={`${id}-reason`}>
        {reason(id)}
      </span>
    </div>
  );
  return (
    <main className="sign-in join">
      <section className="picture">
        <Mark size={44} />
        <h1>{practice ? words.aPracticeOfYour() : words.youAreInvited()}</h1>
        <p className="quiet">{practice ? words.youBecomeItsHead() : words.joinAs({ head: role === "head" })}</p>
      </section>
      <form onSubmit={(e) => void submit(e)} noValidate>
        <h1>{practice ? words.makeThePractice() : words.join()}</h1>
        {practice && field("practice", words.nameOfThePractice(), "text", "organization", true)}
        {FIELDS.map((f, i) => field(f.id, f.label, f.type, f.complete, !practice && i === 0))}
        {failure && failure.fields.length === 0 && (
          <p className="notice warn" role="alert">
            {failure.error}
          </p>
        )}
        <Button type="primary" size="large" htmlType="submit" loading={joining.isLoading}>
          {practice ? words.makeThePractice() : words.join()}
        </Button>
      </form>
    </main>
  );
}
