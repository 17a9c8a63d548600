/** The practice: its people, who has looked at what, and one's own account. */
import { practicePage as text } from "#core/words/web/identity";
import { NavLink, useParams } from "react-router";
import { api } from "../base/api";
import { Account } from "./Account";
import { Audit } from "./Audit";
import { Numbers } from "../judgements/Numbers";
import { page as mailWords } from "#core/words/mail";
import { operations as operationsWords } from "#core/words/operations";
import { Letters } from "./Letters";
import { OperationsPage } from "./Operations";
import { People } from "./People";

export default function PracticePage() {
  const { part = "people" } = useParams();
  const { data } = api.useSessionQuery();
  const head = data?.coach?.role === "head";
  return (
    <div className="practice">
      <nav aria-label={text.practice()}>
        <NavLink to="/practice" end>
          {text.people()}
        </NavLink>
        <NavLink to="/practice/numbers">{text.numbers()}</NavLink>
        <NavLink to="/practice/mail">{mailWords.title()}</NavLink>
        {head && <NavLink to="/practice/audit">{text.audit()}</NavLink>}
        {head && <NavLink to="/practice/operations">{operationsWords.title()}</NavLink>}
        <NavLink to="/practice/account">{text.yourAccount()}</NavLink>
      </nav>
      {part === "account" ? (
        <Account />
      ) : part === "numbers" ? (
        <Numbers head={head} />
      ) : part === "mail" ? (
        <Letters />
      ) : part === "audit" && head ? (
        <Audit />
      ) : part === "operations" && head ? (
        <OperationsPage />
      ) : (
        <People head={head} />
      )}
    </div>
  );
}
