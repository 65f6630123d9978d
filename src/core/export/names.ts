/** A name in plain letters, for files. */
export function plainName(name: string, otherwise = 'shot'): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .toLowerCase();
  return plain || otherwise;
}

/** File name of a delivery: the shot's title in plain letters. */
export const deliveryName = (title: string, extension: string): string => `${plainName(title)}.${extension}`;
