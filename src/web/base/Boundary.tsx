/** A place that breaks says so and leaves the others whole; one that has gone with an upgrade is fetched anew, once. */
import { boundary as words } from "#core/words/web/base";
import { Button } from "antd";
import { Component, type ReactNode } from "react";

const RELOADED = "gryn.reloaded";
/** ms within which a second reload would be a circle */
const CIRCLE = 20_000;

/**
 * The page is older than the server: a part of it is no longer there. Edits that are not sent yet are kept in the
 * browser the moment they are made, so a reload loses none.
 */
export function reloadOnce(): boolean {
  const last = Number(sessionStorage.getItem(RELOADED) ?? 0);
  if (Date.now() - last < CIRCLE) return false;
  sessionStorage.setItem(RELOADED, String(Date.now()));
  window.location.reload();
  return true;
}

const isPartGone = (error: unknown): boolean =>
  error instanceof Error && /dynamically imported module|importing a module|preload|ChunkLoad/i.test(error.message);

interface State {
  error: unknown;
}

/** @see place: another one begins anew */
export class Boundary extends Component<{ place: string; children: ReactNode }, State> {
  override state: State = { error: null };

  static getDerivedStateFromError(error: unknown): State {
    return { error };
  }

  override componentDidCatch(error: unknown): void {
    if (isPartGone(error)) reloadOnce();
  }

  override componentDidUpdate(before: { place: string }): void {
    if (before.place !== this.props.place && this.state.error !== null) this.setState({ error: null });
  }

  override render(): ReactNode {
    if (this.state.error === null) return this.props.children;
    const gone = isPartGone(this.state.error);
    return (
      <div className="empty" role="alert">
        <h2>{gone ? words.grynHasBeenUpdated() : words.thisPageHasBroken()}</h2>
        <p className="quiet">{gone ? words.aPartOfThis() : words.somethingInItWent()}</p>
        <Button type="primary" onClick={() => window.location.reload()}>
          {words.reloadThePage()}
        </Button>
      </div>
    );
  }
}
