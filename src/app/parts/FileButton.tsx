import { type ReactNode, useRef } from 'react';
import { Button } from './Button.tsx';

interface FileButtonProps {
  accept: string;
  multiple?: boolean;
  /** Marks the file input, for those who drive it. */
  name: string;
  icon?: ReactNode;
  look?: 'plain' | 'main';
  children: ReactNode;
  onFiles(files: File[]): void;
}

/** A button that asks for files. */
export function FileButton({ accept, multiple, name, icon, look, children, onFiles }: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        name={name}
        aria-label={typeof children === 'string' ? children : name}
        accept={accept}
        multiple={multiple}
        hidden
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
      <Button look={look} icon={icon} onClick={() => input.current?.click()}>
        {children}
      </Button>
    </>
  );
}
