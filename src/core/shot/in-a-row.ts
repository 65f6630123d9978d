/** Some names in a row: "5, 7 and 9". */
export function inARow(all: string[], most = 6): string {
  const names = [...new Set(all)];
  const shown = names.length > most ? [...names.slice(0, most), `${names.length - most} more`] : names;
  return shown.length < 2 ? (shown[0] ?? '') : `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}`;
}
