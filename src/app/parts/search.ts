/** Whether every word of a search stands somewhere in a text, large letters or small. */
export function hasWords(text: string, search: string): boolean {
  const own = text.toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => own.includes(word));
}
