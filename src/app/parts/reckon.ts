/**
 * Reads a number as it is written into a field: a number, or a short sum as `24*50`, `(3+5)/2`, `120 - 1/3`. Whatever unit stands after
 * a number is taken for the field's own (`50 %`, `12 f`); a decimal comma is a decimal point.
 * @returns NaN for what is no number
 */
export function reckon(text: string): number {
  // Ten digits' worth of signs and brackets is all a field is for.
  if (text.length > 80) return Number.NaN;
  const parts = text
    .replace(/,/g, '.')
    .replace(/[×·]/g, '*')
    .replace(/[−–]/g, '-')
    .match(/\d+\.?\d*|\.\d+|[-+*/()]|[^\s]/g);
  if (!parts) return Number.NaN;
  let at = 0;
  const unit = /^[a-z%°]$/i;
  function value(): number {
    const part = parts![at++];
    if (part === '-') return -value();
    if (part === '+') return value();
    let out: number;
    if (part === '(') {
      out = sum();
      if (parts![at++] !== ')') return Number.NaN;
    } else out = part === undefined ? Number.NaN : Number(part);
    while (unit.test(parts![at] ?? '')) at++;
    return out;
  }
  function product(): number {
    let out = value();
    while (parts![at] === '*' || parts![at] === '/') out = parts![at++] === '*' ? out * value() : out / value();
    return out;
  }
  function sum(): number {
    let out = product();
    while (parts![at] === '+' || parts![at] === '-') out = parts![at++] === '+' ? out + product() : out - product();
    return out;
  }
  const out = sum();
  return at === parts.length && Number.isFinite(out) ? out : Number.NaN;
}
