/** Letters the fonts of a page have; others become a question mark rather than something else. */
export const printable = (text: string): string =>
  text
    .replace(/[“”„]/g, '"')
    .replace(/[‘’]/g, "'")
    .replace(/…/g, '...')
    .replace(/[^\u0020-\u007e\u00a0-\u00ff]/g, '?');
