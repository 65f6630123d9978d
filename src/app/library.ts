import { Database } from '../store/index.ts';

/** The one database of this browser. */
export const db = new Database();

// Asked to keep it for good: without this a browser short of room may clear it. It may say no; nothing else changes then.
void navigator.storage?.persist?.().catch(() => undefined);
