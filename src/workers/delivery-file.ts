/** Where a delivery goes as it is written: the browser's own file store, or the file the person chose. */
import { MemorySink, type Sink } from '../core/export/index.ts';

/** The folder of the file store that deliveries lie in until they have been handed out. */
export const DELIVERIES = 'deliveries';

export interface DeliverySink extends Sink {
  /** All is written. Bytes where there is no file store to have written to. */
  close(): Promise<Uint8Array<ArrayBuffer> | null>;
  /** Nothing is to be left. */
  drop(): Promise<void>;
}

/** A file of the store as a worker writes it; the types of a window do not know it. */
interface StoredFile extends FileSystemFileHandle {
  createSyncAccessHandle(): Promise<{
    write(bytes: Uint8Array, options: { at: number }): number;
    flush(): void;
    close(): void;
  }>;
}

/** A file of the browser's own store. */
async function storedSink(name: string): Promise<DeliverySink> {
  const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle(DELIVERIES, { create: true });
  const file = (await folder.getFileHandle(name, { create: true })) as StoredFile;
  const access = await file.createSyncAccessHandle();
  let end = 0;
  return {
    write(bytes, at = end) {
      const written = access.write(bytes, { at });
      if (written < bytes.length) throw new DOMException('The store is full.', 'QuotaExceededError');
      end = Math.max(end, at + bytes.length);
    },
    async close() {
      access.flush();
      access.close();
      return null;
    },
    async drop() {
      access.close();
      await folder.removeEntry(name).catch(() => undefined);
    },
  };
}

/** The file the person chose: until it is closed the file is as it was before. */
async function chosenSink(file: FileSystemFileHandle): Promise<DeliverySink> {
  const stream = await file.createWritable();
  let end = 0;
  return {
    async write(bytes, at = end) {
      await stream.write({ type: 'write', position: at, data: bytes as Uint8Array<ArrayBuffer> });
      end = Math.max(end, at + bytes.length);
    },
    async close() {
      await stream.close();
      return null;
    },
    drop: () => stream.abort().catch(() => undefined),
  };
}

/** Opens the file a delivery goes to; memory where a browser (a private window) has no file store. */
export async function deliverySink(to: string | FileSystemFileHandle): Promise<DeliverySink> {
  if (typeof to !== 'string') return chosenSink(to);
  try {
    return await storedSink(to);
  } catch {
    const memory = new MemorySink();
    return {
      write: (bytes, at) => memory.write(bytes, at),
      close: async () => memory.bytes,
      drop: async () => undefined,
    };
  }
}
