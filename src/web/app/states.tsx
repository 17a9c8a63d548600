import { Button } from "antd";
import type { ReactNode } from "react";
import { SetGrain } from "../grain/Grain";

export const Loading = ({ what }: { what: string }) => (
  <div className="loading" role="status">
    <SetGrain colour="var(--quiet)" direct={false} share={1} />
    <span>{what === "Gryn" ? "Opening" : `Reading ${what}`} ...</span>
  </div>
);

export const Empty = ({ title, children }: { title: string; children?: ReactNode }) => (
  <div className="empty">
    <h2>{title}</h2>
    {children}
  </div>
);

export const Failed = ({ what, reason, again }: { what: string; reason: string; again?: () => void }) => (
  <div className="empty" role="alert">
    <h2>{what} could not be read</h2>
    <p className="quiet">{reason}</p>
    {again && <Button onClick={again}>Try again</Button>}
  </div>
);
