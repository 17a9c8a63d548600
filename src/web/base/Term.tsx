import { Link } from "react-router";

/** a term of the method; leads to its definition. The anchor is the heading's own in docs/method/mechanics.md */
export const Term = ({ at, children }: { at: string; children: string }) => (
  <Link className="term" to={`/method/mechanics#${at}`}>
    {children}
  </Link>
);
