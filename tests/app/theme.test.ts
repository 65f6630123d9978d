/** Colours of the interface by day and by lamp: words at 4.5:1, edges one has to see at 3:1 (WCAG 2.2, 1.4.3 and 1.4.11). */
import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { contrast } from '../../src/core/paint/index.ts';

const css = readFileSync(new URL('../../src/app/theme.css', import.meta.url), 'utf8');
const tokens = (part: string): Record<string, string> =>
  Object.fromEntries(
    [...part.matchAll(/--color-([\w-]+): (#[0-9a-f]{6});/g)].map(([, name, colour]) => [name, colour]),
  );
const lampAt = css.indexOf('[data-looks="lamp"]');
const day = tokens(css.slice(0, lampAt));
const looks = { day, lamp: { ...day, ...tokens(css.slice(lampAt)) } };

describe('colours can be told apart', () => {
  for (const [name, colours] of Object.entries(looks)) {
    const { panel, lower, field, chart } = colours;
    test(`words, ${name}`, () => {
      for (const word of ['ink', 'second', 'accent', 'attention', 'fine'])
        for (const ground of [panel, lower, field, chart])
          expect(contrast(colours[word], ground), `${word} on ${ground}`).toBeGreaterThanOrEqual(4.5);
      expect(contrast(colours['on-paper'], colours.paper)).toBeGreaterThanOrEqual(4.5);
    });
    test(`edges of fields, tracks of sliders, the focus, ${name}`, () => {
      for (const ground of [panel, lower, field])
        for (const edge of ['edge', 'accent']) expect(contrast(colours[edge], ground)).toBeGreaterThanOrEqual(3);
    });
  }
});
