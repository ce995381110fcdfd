import { Component, type ReactNode } from 'react';

interface Props {
  readonly children: ReactNode;
  /** What stands there instead when it cannot be drawn. */
  readonly instead: ReactNode;
}

/** Part of a view that may fail without taking the rest along. */
export class Guarded extends Component<Props, { readonly failed: boolean }> {
  override readonly state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    return this.state.failed ? this.props.instead : this.props.children;
  }
}
