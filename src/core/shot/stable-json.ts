/** JSON whose fields stand in the order of their names: what says the same is the same to the byte, however it came about. */

function sorted(_: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));
}

export function stableJson(value: unknown, indent?: number): string {
  return JSON.stringify(value, sorted, indent);
}
