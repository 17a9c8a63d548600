/**
 * An invitation, opened once: joining a practice, or making one of one's own. The token stands after # and goes
 * nowhere else.
 */
import { Button, Input } from "antd";
import { useEffect, useState, type FormEvent } from "react";
import { api, toFailure } from "../base/api";
import { Mark } from "../base/Mark";
import { Failed, Loading } from "../base/states";

const FIELDS = [
  { id: "name", label: "Your name", type: "text", complete: "name" },
  { id: "email", label: "E-mail, to sign in with", type: "email", complete: "username" },
  { id: "password", label: "Password, 10 characters or more", type: "password", complete: "new-password" },
] as const;

export default function JoinPage() {
  const [token] = useState(() => window.location.hash.slice(1));
  const [look, looked] = api.useLookAtInvitationMutation();
  const [join, joining] = api.useJoinMutation();
  const [signIn] = api.useSignInMutation();
  const [input, setInput] = useState({ practice: "", name: "", email: "", password: "" });
  useEffect(() => void look({ token: token.length >= 20 ? token : "x".repeat(20) }), [look, token]);
  if (looked.error) return <Failed what="This invitation" reason={toFailure(looked.error).error} />;
  if (!looked.data) return <Loading what="the invitation" />;
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
        <h1>{practice ? "A practice of your own" : "You are invited"}</h1>
        <p className="quiet">
          {practice
            ? "You become its head coach: you invite other coaches, see who has looked at what, and nobody of another practice sees any of it."
            : `You join as ${role === "head" ? "a head coach" : "a coach"} and see the practice's clients.`}
        </p>
      </section>
      <form onSubmit={(e) => void submit(e)} noValidate>
        <h1>{practice ? "Make the practice" : "Join"}</h1>
        {practice && field("practice", "Name of the practice", "text", "organization", true)}
        {FIELDS.map((f, i) => field(f.id, f.label, f.type, f.complete, !practice && i === 0))}
        {failure && failure.fields.length === 0 && (
          <p className="notice warn" role="alert">
            {failure.error}
          </p>
        )}
        <Button type="primary" size="large" htmlType="submit" loading={joining.isLoading}>
          {practice ? "Make the practice" : "Join"}
        </Button>
      </form>
    </main>
  );
}
