import { Component, type ReactNode } from 'react';
import { Button } from '../parts/Button.tsx';

/** When a view fails, it alone stops, and says so: the shot is kept by then, and the other views go on. */
export class Boundary extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <div role="alert" className="flex flex-1 flex-col items-center justify-center gap-3 bg-lower">
        <p>Something here stopped working. Your drawings are kept.</p>
        <Button look="main" onClick={() => this.setState({ failed: false })}>
          Show it again
        </Button>
      </div>
    );
  }
}
