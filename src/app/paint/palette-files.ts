/** Palettes brought in and handed out: JSON, GPL text, and a card to look at. */
import { takePalettes } from '../../core/paint/index.ts';
import { type Palette, paletteAt } from '../../core/shot/index.ts';
import { readPalettes, writeGpl, writePalettes } from '../../core/shotfile/index.ts';
import { say } from '../frame/saying.ts';
import { download, sentence } from '../parts/files.ts';
import type { OpenShot } from '../session/open-shot.ts';

const BIGGEST_FILE = 4 * 1024 ** 2;
const CARD = { columns: 4, chip: 132, height: 84, label: 40, gap: 12, margin: 28, head: 64 };
const INK = '#2a2924';

/** Takes a palette in as further colour models, matched by the names of swatches. */
export async function bringIn({ session }: Pick<OpenShot, 'session'>, file: File): Promise<void> {
  try {
    if (file.size > BIGGEST_FILE)
      throw new Error(`“${file.name}” is too large for a palette. Choose a file below 4 MB.`);
    const sheets = readPalettes(await file.text(), file.name);
    const before = session.shot.palettes[0].swatches.length;
    if (!session.change('bring palettes in', (shot) => void takePalettes(shot, sheets))) return;
    const added = session.shot.palettes[0].swatches.length - before;
    const names = sheets.map(({ name }) => `“${name}”`).join(', ');
    say(
      `${names} brought in as a colour model${added > 0 ? `; ${added} swatches are new` : ''}. Choose it for the frames it colours.`,
    );
  } catch (error) {
    say(sentence(error));
  }
}

export function handOut({ session, view }: Pick<OpenShot, 'session' | 'view'>, form: 'json' | 'gpl' | 'png'): void {
  const { shot } = session;
  const palette = paletteAt(shot, view.getState().frame);
  const name = `${shot.title}, ${palette.name}`.replace(/[\\/:*?"<>|]/g, '-');
  if (form === 'json')
    download(new Blob([writePalettes(shot.palettes)]), `${shot.title}.palettes.json`, 'application/json');
  else if (form === 'gpl') download(new Blob([writeGpl(palette)]), `${name}.gpl`, 'text/plain');
  else void cardOf(palette, shot.title).then((card) => download(card, `${name}.png`, 'image/png'));
}

/** The palette as a card: a chip with name and number for each swatch, groups one under the other. */
async function cardOf(palette: Palette, title: string): Promise<Blob> {
  const { columns, chip, height, label, gap, margin, head } = CARD;
  await document.fonts.ready;
  const groups = new Map<string, Palette['swatches']>();
  for (const swatch of palette.swatches) groups.set(swatch.group, [...(groups.get(swatch.group) ?? []), swatch]);
  const rows = [...groups.values()].reduce((sum, each) => sum + Math.ceil(each.length / columns), 0);
  const named = [...groups.keys()].filter((name) => name !== '').length;
  const canvas = new OffscreenCanvas(
    2 * margin + columns * chip + (columns - 1) * gap,
    2 * margin + head + rows * (height + label) + named * 26,
  );
  const c = canvas.getContext('2d')!;
  c.fillStyle = '#fdfcf8';
  c.fillRect(0, 0, canvas.width, canvas.height);
  c.fillStyle = INK;
  c.font = '600 24px "Bricolage Grotesque Variable", sans-serif';
  c.fillText(`${title}: ${palette.name}`, margin, margin + 28, canvas.width - 2 * margin);
  let y = margin + head;
  for (const [group, swatches] of groups) {
    if (group !== '') {
      c.font = '600 15px "Instrument Sans Variable", sans-serif';
      c.fillText(group, margin, y + 12);
      y += 26;
    }
    swatches.forEach((swatch, i) => {
      const x = margin + (i % columns) * (chip + gap);
      const top = y + Math.floor(i / columns) * (height + label);
      c.globalAlpha = swatch.opacity;
      c.fillStyle = swatch.colour;
      c.fillRect(x, top, chip, height);
      c.globalAlpha = 1;
      c.strokeStyle = INK;
      c.strokeRect(x + 0.5, top + 0.5, chip - 1, height - 1);
      c.fillStyle = INK;
      c.font = '14px "Instrument Sans Variable", sans-serif';
      c.fillText(swatch.name, x, top + height + 16, chip - 64);
      c.font = '12px "Spline Sans Mono Variable", monospace';
      c.textAlign = 'right';
      c.fillText(swatch.colour, x + chip, top + height + 16);
      c.textAlign = 'left';
    });
    y += Math.ceil(swatches.length / columns) * (height + label);
  }
  return canvas.convertToBlob({ type: 'image/png' });
}
