import { states as words } from "#core/words/web/base";
import { Button } from "antd";
import type { ReactNode } from "react";
import { Link, useLocation } from "react-router";
import { SetGrain } from "./Grain";

/** @param done share of the work that is done, where it is known */
export const Loading = ({ what, done }: { what: string; done?: number | null }) => (
  <div className="loading" role="status">
    <SetGrain colour="var(--quiet)" direct={false} share={1} />
    <span>
      {what === "Gryn" ? words.opening() : words.readingWhat({ what })} ...
      {done ? <span className="number"> {Math.round(100 * done)} %</span> : null}
    </span>
    {done !== undefined && <progress value={done ?? 0} max={1} aria-label={words.reading({ what })} />}
  </div>
);

export function NotFound() {
  const { pathname } = useLocation();
  return (
    <Empty title={words.thereIsNothingAt()}>
      <p className="quiet">{words.isNoPlaceOf({ pathname })}</p>
      <Link to="/">{words.toTheDesk()}</Link>
    </Empty>
  );
}

export const Empty = ({ title, children }: { title: string; children?: ReactNode }) => (
  <div className="empty">
    <h2>{title}</h2>
    {children}
  </div>
);

export const Failed = ({ what, reason, again }: { what: string; reason: string; again?: () => unknown }) => (
  <div className="empty" role="alert">
    <h2>{words.couldNotBeRead({ what })}</h2>
    <p className="quiet">{reason}</p>
    {again && <Button onClick={again}>{words.tryAgain()}</Button>}
  </div>
);
