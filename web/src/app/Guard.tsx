import { Component, type ReactNode } from "react";
import { Button, Notice } from "./ui";

/** A fault in one screen stays in that screen: what was typed is kept in the browser, and the way back is shown. */
export class Guard extends Component<{ children: ReactNode; place: string }, { fault: Error | null }> {
  override state: { fault: Error | null } = { fault: null };

  static getDerivedStateFromError(fault: Error) {
    return { fault };
  }

  override componentDidUpdate(before: { place: string }) {
    if (before.place !== this.props.place && this.state.fault) this.setState({ fault: null });
  }

  override render() {
    if (!this.state.fault) return this.props.children;
    return (
      <Notice tone="wrong" role="alert">
        <h2>This page stumbled</h2>
        <p>Your plants and what you typed are kept. ({this.state.fault.message})</p>
        <Button size="small" onClick={() => window.location.reload()}>
          Load it again
        </Button>
      </Notice>
    );
  }
}
