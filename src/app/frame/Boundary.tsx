import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Button } from '../parts/Button.tsx';

/** When a view fails, it alone stops, and says so: the shot is kept by then, and the other views go on. */
export function Boundary({ children }: { children: ReactNode }) {
  return (
    <ErrorBoundary
      fallbackRender={({ resetErrorBoundary }) => (
        <div role="alert" className="flex flex-1 flex-col items-center justify-center gap-3 bg-lower">
          <p>Something here stopped working. Your drawings are kept.</p>
          <Button look="main" onClick={resetErrorBoundary}>
            Show it again
          </Button>
        </div>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}
