/** File name of a delivery: the shot's title in plain letters. */
export function deliveryName(title: string, extension: string): string {
  const plain = title
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .toLowerCase();
  return `${plain || 'shot'}.${extension}`;
}
