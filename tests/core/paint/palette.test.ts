/** Swatches, colour models by frames, palettes as files. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { change } from '../../../src/core/history/index.ts';
import {
  addPalette,
  addSwatch,
  bringSwatches,
  colourSwatch,
  contrast,
  moveSwatch,
  nameSwatch,
  type PaletteSheet,
  removePalette,
  replaceSwatch,
  takePaletteFor,
  takePaletteFrom,
  takePalettes,
  unusedSwatches,
} from '../../../src/core/paint/index.ts';
import {
  colourMap,
  makeArea,
  makeDrawing,
  makeSwatch,
  paletteAt,
  type Shot,
  usesOn,
} from '../../../src/core/shot/index.ts';
import { readPalettes, writeGpl, writePalettes } from '../../../src/core/shotfile/index.ts';
import { circle, smallShot } from '../../make.ts';

const edited = (recipe: (shot: Shot) => void): Shot => {
  const { shot } = smallShot();
  return change(shot, recipe)?.shot ?? shot;
};

describe('swatches', () => {
  test('name and group are everywhere the same, colour and opacity each model’s own', () => {
    let id = '';
    const shot = edited((draft) => {
      id = addSwatch(draft, 'cuff', '#123456');
      const night = addPalette(draft, draft.palettes[0].id, 'night');
      nameSwatch(draft, id, { name: 'left cuff', group: 'coat' });
      colourSwatch(draft, night, id, { colour: '#654321', opacity: 0.5 });
    });
    const own = shot.palettes.map(({ swatches }) => swatches.find((each) => each.id === id)!);
    expect(own.map(({ name, group }) => [name, group])).toEqual([
      ['left cuff', 'coat'],
      ['left cuff', 'coat'],
    ]);
    expect(shot.palettes.map((palette) => colourMap(palette).get(id))).toEqual(['#123456', '#65432180']);
  });
  test('moved to another’s place, in every model, into its group', () => {
    const shot = edited((draft) => {
      addPalette(draft, draft.palettes[0].id, 'night');
      const [, second, third] = draft.palettes[0].swatches.map(({ id }) => id);
      nameSwatch(draft, second, { group: 'line' });
      moveSwatch(draft, third, second);
    });
    const before = smallShot().shot.palettes[0].swatches.map(({ name }) => name);
    for (const { swatches } of shot.palettes) {
      expect(swatches.map(({ name }) => name)).toEqual([before[0], before[2], before[1], ...before.slice(3)]);
      expect(swatches[1].group).toBe('line');
    }
  });
  test('replaced everywhere; geometry, order and all else stay', () => {
    const { shot } = smallShot();
    const [from, by] = shot.palettes[0].swatches.map(({ id }) => id);
    const drawing = makeDrawing('layer', 9, {
      ink: [circle(5, 5, 3, { swatch: from }), circle(9, 9, 3, { swatch: by })],
      paint: [makeArea(from, [Float32Array.from([0, 0, 9, 0, 9, 9])])],
    });
    const start = { ...shot, drawings: { ...shot.drawings, [drawing.id]: drawing } };
    const changed = change(start, (draft) => {
      const count = replaceSwatch(draft, from, by);
      expect(count.areas).toBe(1);
    });
    const next = changed!.shot;
    const now = next.drawings[drawing.id];
    expect(now.ink.map(({ swatch }) => swatch)).toEqual([by, by]);
    expect(now.ink[0].points).toBe(drawing.ink[0].points);
    expect(now.paint[0].rings).toBe(drawing.paint[0].rings);
    expect(usesOn(Object.values(next.drawings)).has(from)).toBe(false);
    expect(unusedSwatches(next)).toContain(from);
  });
  test('contrast is that of WCAG: 21 of black on white, 1 of a colour on itself', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 5);
    expect(contrast('#47697a', '#47697a')).toBe(1);
    expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
  });
});

describe('colour models along the shot', () => {
  test('for a range of frames, what comes after stays as it was: in any order of any ranges', () => {
    const steps = fc.array(
      fc.tuple(fc.integer({ min: 0, max: 11 }), fc.integer({ min: 0, max: 11 }), fc.integer({ min: 0, max: 2 })),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(steps, (list) => {
        const shot = edited((draft) => {
          addPalette(draft, draft.palettes[0].id, 'lit');
          addPalette(draft, draft.palettes[0].id, 'night');
          const ids = draft.palettes.map(({ id }) => id);
          const wanted = Array.from({ length: draft.length }, () => 0);
          for (const [a, b, k] of list) {
            const [from, to] = [Math.min(a, b), Math.max(a, b)];
            takePaletteFor(draft, from, to, ids[k]);
            wanted.fill(k, from, to + 1);
          }
          expect(wanted.map((_, frame) => ids.indexOf(paletteAt(draft, frame).id))).toEqual(wanted);
        });
        expect(shot.paletteCues[0].frame).toBe(0);
        shot.paletteCues.forEach((cue, i) => {
          if (i > 0) expect(cue.frame).toBeGreaterThan(shot.paletteCues[i - 1].frame);
        });
      }),
      { numRuns: 200 },
    );
  });
  test('a model taken away leaves its frames to the one before; the last one stays', () => {
    const shot = edited((draft) => {
      const lit = addPalette(draft, draft.palettes[0].id, 'lit');
      takePaletteFrom(draft, 5, lit);
      removePalette(draft, lit);
      removePalette(draft, draft.palettes[0].id);
    });
    expect(shot.palettes).toHaveLength(1);
    expect(shot.paletteCues).toEqual([{ frame: 0, palette: shot.palettes[0].id }]);
  });
});

describe('palettes as files', () => {
  const sheets: PaletteSheet[] = ['dusk', 'lit'].map((name, i) => ({
    name,
    swatches: [
      { ...makeSwatch('coat', i ? '#2e8b57' : '#43557a'), group: 'coat' },
      { ...makeSwatch('glass', '#8899aa'), opacity: 0.4 },
    ],
  }));
  const plainOf = (list: PaletteSheet[]) =>
    list.map(({ name, swatches }) => [
      name,
      swatches.map(({ name: n, group, colour, opacity }) => [n, group, colour, opacity]),
    ]);
  test('JSON gives back what was written', () => {
    expect(plainOf(readPalettes(writePalettes(sheets), 'x.json'))).toEqual(plainOf(sheets));
  });
  test('GPL has a head, three numbers and a name a line, and is read with any spacing', () => {
    const text = writeGpl(sheets[0]);
    expect(text.split('\n')).toEqual([
      'GIMP Palette',
      'Name: dusk',
      'Columns: 0',
      '#',
      '# coat',
      ' 67  85 122\tcoat',
      '# ',
      '136 153 170\tglass',
      '',
    ]);
    expect(readPalettes(text, 'x.gpl')[0].swatches.map(({ name, colour }) => [name, colour])).toEqual([
      ['coat', '#43557a'],
      ['glass', '#8899aa'],
    ]);
    const [other] = readPalettes('GIMP Palette\r\n#x\r\n0 0 0\r\n255\t255\t255 paper\r\n1 2 3 paper\r\n', 'street.gpl');
    expect(other.name).toBe('street');
    expect(other.swatches.map(({ name }) => name)).toEqual(['#000000', 'paper', 'paper 2']);
  });
  test('what is none is said in one sentence', () => {
    const complaint = (text: string) => {
      try {
        readPalettes(text, 'x.gpl');
      } catch (error) {
        return (error as Error).message;
      }
      return '';
    };
    expect(complaint('PNG')).toMatch(/is no palette/);
    expect(complaint('{"format":"else"}')).toMatch(/is no palette/);
    expect(complaint('{"format":"vignette-palettes","version":9,"palettes":[]}')).toMatch(/later version/);
    expect(complaint('GIMP Palette\n1 2 300 coat')).toMatch(/Line 2 of “x.gpl” is no colour/);
    expect(complaint('GIMP Palette\nName: empty\n')).toMatch(/There is no colour/);
    const broken = writePalettes(sheets).replace('"#43557a"', '"red"');
    expect(complaint(broken)).toMatch(/colour/);
  });
  test('taken in, swatches are matched by name; new ones come to every model', () => {
    const shot = edited((draft) => {
      takePalettes(draft, sheets);
    });
    expect(shot.palettes.map(({ name }) => name)).toEqual([smallShot().shot.palettes[0].name, 'dusk', 'lit']);
    const ids = shot.palettes.map(({ swatches }) => swatches.map(({ id }) => id).join());
    expect(new Set(ids).size).toBe(1);
    const coat = shot.palettes.map(({ swatches }) => swatches.find(({ name }) => name === 'coat')!.colour);
    expect(coat).toEqual([
      smallShot().shot.palettes[0].swatches.find(({ name }) => name === 'coat')!.colour,
      '#43557a',
      '#2e8b57',
    ]);
  });
});

test('lines and paint put into another shot keep their colours: by name where it has them, else brought along', () => {
  const from = smallShot().shot;
  const [coat, lamp] = ['coat', 'lamp glass'].map((name) =>
    makeSwatch(name, '#31465a', { group: 'keeper', opacity: 0.5 }),
  );
  const own = [...from.palettes[0].swatches.filter(({ name }) => name !== 'coat'), coat, lamp];
  const drawn = {
    ink: [circle(9, 9, 4, { swatch: coat.id }), circle(9, 9, 4, { swatch: 'nobody' })],
    paint: [makeArea(lamp.id, [Float32Array.from([0, 0, 9, 0, 9, 9])])],
  };
  const { shot: to } = smallShot();
  to.palettes[0].swatches = to.palettes[0].swatches.map((each) =>
    each.name === 'coat' ? { ...each, id: 'own-coat' } : each,
  );
  addPalette(to, to.palettes[0].id, 'dusk');
  const { shot: after } = change(to, (draft) => {
    const { ink, paint } = bringSwatches(draft, drawn, own);
    Object.values(draft.drawings)[0].ink = ink;
    Object.values(draft.drawings)[0].paint = paint;
  })!;
  const [{ ink, paint }] = Object.values(after.drawings);
  expect(ink.map(({ swatch }) => swatch)).toEqual(['own-coat', 'ink']);
  for (const palette of after.palettes) {
    const brought = palette.swatches.find(({ id }) => id === paint[0].swatch);
    expect(brought).toMatchObject({ name: 'lamp glass', colour: '#31465a', group: 'keeper', opacity: 0.5 });
  }
});
