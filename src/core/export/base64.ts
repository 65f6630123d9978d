/** Bytes as text (RFC 4648). */
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';

export function base64(bytes: Uint8Array): string {
  const parts: string[] = [];
  for (let i = 0; i < bytes.length; i += 3) {
    const [a, b, c] = [bytes[i], bytes[i + 1], bytes[i + 2]];
    parts.push(
      LETTERS[a >> 2],
      LETTERS[((a & 3) << 4) | ((b ?? 0) >> 4)],
      b === undefined ? '=' : LETTERS[((b & 15) << 2) | ((c ?? 0) >> 6)],
      c === undefined ? '=' : LETTERS[c & 63],
    );
  }
  return parts.join('');
}
