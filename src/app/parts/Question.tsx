import { AlertDialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './Button.tsx';
import { OVER_ALL, WINDOW_LOOK } from './Window.tsx';

interface QuestionProps {
  title: string;
  /** What it costs. */
  about: string;
  /** The words on the way out, which has the focus and is taken by Esc. */
  keep: string;
  /** The words on what cannot be taken back. */
  go: string;
  onKeep(): void;
  onGo(): void;
  /** Other ways, between the two. */
  children?: ReactNode;
}

/** Asks before something that nothing brings back. It is answered before anything else is done. */
export function Question({ title, about, keep, go, onKeep, onGo, children }: QuestionProps) {
  return (
    <AlertDialog.Root open onOpenChange={(open) => !open && onKeep()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className={OVER_ALL} />
        <AlertDialog.Content className={`${WINDOW_LOOK} w-[28.75rem]`}>
          <AlertDialog.Title className="font-title text-lg font-semibold">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mb-4 text-sm text-second">{about}</AlertDialog.Description>
          <div className="flex flex-wrap justify-end gap-2">
            {children}
            <AlertDialog.Action asChild>
              <Button look="danger" onClick={onGo}>
                {go}
              </Button>
            </AlertDialog.Action>
            <AlertDialog.Cancel asChild>
              <Button look="main">{keep}</Button>
            </AlertDialog.Cancel>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
