import { terms, type TermId } from "#core/words/glossary";
import { Link } from "react-router";

/** a term of the method; leads to its definition. The anchor is the heading's own in docs/method/mechanics.md */
export const Term = ({ at, children }: { at: TermId; children: string }) => (
  <Link className="term" title={terms[at]()} to={`/method/mechanics#${at}`}>
    {children}
  </Link>
);
