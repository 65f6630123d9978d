/** Getting files in and out of the browser. */

/** Hands bytes to the person as a download. */
export function download(bytes: Uint8Array<ArrayBuffer> | Blob, name: string, type: string): void {
  const url = URL.createObjectURL(bytes instanceof Blob ? bytes : new Blob([bytes], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

/** The sentence of an error for a person. */
export function sentence(error: unknown): string {
  const { name, inner } = (error ?? {}) as { name?: string; inner?: { name?: string } };
  if (name === 'QuotaExceededError' || inner?.name === 'QuotaExceededError') {
    return 'The browser’s storage is full, so nothing was brought in. Free some room (delete removed shots for good), then try again.';
  }
  return error instanceof Error && error.message ? error.message : 'Something went wrong; nothing was changed.';
}
