import X from 'lucide-react/icons/x';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

interface WindowProps {
  open: boolean;
  onOpenChange(open: boolean): void;
  title: string;
  /** One line under the title. */
  about: string;
  children: ReactNode;
  width?: string;
}

/** How what lies under a window is dimmed, and how a window lies in the middle of it. */
export const OVER_ALL = 'fixed inset-0 z-40 bg-black/35';
export const WINDOW_LOOK =
  'fixed top-1/2 left-1/2 z-50 max-h-[88vh] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-md bg-panel p-5 shadow-xl';

/** A window over the desk, for making and naming things; never used while drawing. */
export function Window({ open, onOpenChange, title, about, children, width = 'w-[28.75rem]' }: WindowProps) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className={OVER_ALL} />
        <Dialog.Content className={`${WINDOW_LOOK} ${width}`}>
          <Dialog.Title className="font-title text-lg font-semibold">{title}</Dialog.Title>
          <Dialog.Description className="mb-4 text-sm text-second">{about}</Dialog.Description>
          {children}
          <Dialog.Close
            aria-label="Close"
            className="absolute top-4 right-4 flex h-7 w-7 items-center justify-center rounded-md text-second hover:bg-wash"
          >
            <X size={16} />
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
