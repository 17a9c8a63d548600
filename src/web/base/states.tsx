import { Button } from "antd";
import type { ReactNode } from "react";
import { Link, useLocation } from "react-router";
import { SetGrain } from "./Grain";

/** @param done share of the work that is done, where it is known */
export const Loading = ({ what, done }: { what: string; done?: number | null }) => (
  <div className="loading" role="status">
    <SetGrain colour="var(--quiet)" direct={false} share={1} />
    <span>
      {what === "Gryn" ? "Opening" : `Reading ${what}`} ...
      {done ? <span className="number"> {Math.round(100 * done)} %</span> : null}
    </span>
    {done !== undefined && <progress value={done ?? 0} max={1} aria-label={`Reading ${what}`} />}
  </div>
);

export function NotFound() {
  const { pathname } = useLocation();
  return (
    <Empty title="There is nothing at this address">
      <p className="quiet">{pathname} is no place of Gryn. It may have been moved, or the address is cut off.</p>
      <Link to="/">To the desk</Link>
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
    <h2>{what} could not be read</h2>
    <p className="quiet">{reason}</p>
    {again && <Button onClick={again}>Try again</Button>}
  </div>
);
