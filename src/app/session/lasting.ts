/** Whether the browser keeps the work for good. Not asked, one that is short of room may clear all of it. */
let asked = false;

/**
 * Asks the browser to keep all for good. Called at the first line that is kept, and not at the start: by then it knows that this is a place
 * where somebody works, and some browsers put the question to the person. It may say no; nothing else changes then.
 */
export function askToLast(): void {
  if (asked) return;
  asked = true;
  void navigator.storage?.persist?.().catch(() => undefined);
}

/** Whether it is kept for good; null where the browser does not say. */
export async function lasts(): Promise<boolean | null> {
  return (await navigator.storage?.persisted?.().catch(() => null)) ?? null;
}
