import { type ReactNode, useState } from 'react';

/** A place where files can be dropped. */
export function DropZone({
  onFiles,
  children,
  className = '',
}: {
  onFiles(files: File[]): void;
  children: ReactNode;
  className?: string;
}) {
  const [over, setOver] = useState(false);
  return (
    <div
      className={`${className} ${over ? 'bg-wash outline-2 outline-accent -outline-offset-4 outline-dashed' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => !event.currentTarget.contains(event.relatedTarget as Node | null) && setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        event.stopPropagation();
        setOver(false);
        const files = [...event.dataTransfer.files];
        if (files.length > 0) onFiles(files);
      }}
    >
      {children}
    </div>
  );
}
