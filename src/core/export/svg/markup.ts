/** Drawings as SVG markup (SVG 1.1, with CSS classes for the colours). */
import { strokeOutline } from '../../ink/outline.ts';
import { isPlain } from '../../ink/response.ts';
import { thinnedRing } from '../../plane/polyline.ts';
import type { Area, Stroke } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';

export const xml = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** A hundredth of a paper pixel is finer than any line. */
const short = (value: number) => String(Math.round(value * 100) / 100);

/** Points whose absence nobody sees, paper pixels. */
export const UNSEEN = 0.04;

/** Polygons of x, y pairs as path data, each point as its way from the one before. */
function pathData(polygons: readonly ArrayLike<number>[]): string {
  const out: string[] = [];
  for (const polygon of polygons) {
    if (polygon.length < 6) continue;
    const points = thinnedRing(polygon, UNSEEN);
    let [x, y] = [Math.round(points[0] * 100), Math.round(points[1] * 100)];
    out.push(`M${x / 100} ${y / 100}l`);
    const steps: string[] = [];
    for (let i = 2; i + 1 < points.length; i += 2) {
      const [nx, ny] = [Math.round(points[i] * 100), Math.round(points[i + 1] * 100)];
      if (nx === x && ny === y) continue;
      steps.push(`${(nx - x) / 100} ${(ny - y) / 100}`);
      [x, y] = [nx, ny];
    }
    out.push(`${steps.join(' ')}z`);
  }
  return out.join('');
}

export interface MarkupTools {
  /** The class of a swatch's colour. */
  classOf(swatch: Id): string;
  /** Textured lines as a picture. */
  pictureOf(strokes: Stroke[]): Promise<string>;
  /** A fresh name for something the markup refers to. */
  name(): string;
}

/** A blur of this share of the soft width runs out over about that width, as on the paper. */
const BLUR = 0.4;

function areaMarkup(area: Area, under: Area[], { classOf, name }: MarkupTools): string {
  const data = pathData(area.rings);
  if (!data) return '';
  const crisp = area.edge === 'hard' ? ' shape-rendering="crispEdges"' : '';
  const path = `<path class="${classOf(area.swatch)}" fill-rule="evenodd"${crisp} d="${data}"/>`;
  if (area.soft === 0) return path;
  const [blur, clip] = [name(), name()];
  const filter = `<filter id="${blur}" x="-50%" y="-50%" width="200%" height="200%"><feGaussianBlur stdDeviation="${short(area.soft * BLUR)}"/></filter>`;
  const soft = path.replace('<path ', `<path filter="url(#${blur})" `);
  if (under.length === 0) return `${filter}${soft}`;
  // It runs out on the paint below it, not beside it.
  const paths = under.map(({ rings }) => `<path clip-rule="evenodd" d="${pathData(rings)}"/>`).join('');
  return `${filter}<clipPath id="${clip}">${paths}</clipPath><g clip-path="url(#${clip})">${soft}</g>`;
}

/** What is on a drawing: paint, then lines; lines with a texture come as pictures, in their place among the others. */
export async function drawingMarkup(ink: Stroke[], paint: Area[], tools: MarkupTools): Promise<string> {
  const out = paint.map((area, i) => areaMarkup(area, paint.slice(0, i), tools));
  let textured: Stroke[] = [];
  const flush = async () => {
    if (textured.length > 0) out.push(await tools.pictureOf(textured));
    textured = [];
  };
  for (const stroke of ink) {
    if (stroke.brush.kind === 'trace') continue;
    if (!isPlain(stroke.brush)) {
      textured.push(stroke);
      continue;
    }
    await flush();
    const data = pathData(strokeOutline(stroke));
    const opacity = stroke.brush.opacity * stroke.brush.opacityBy.highest;
    const faint = opacity < 1 ? ` fill-opacity="${short(opacity)}"` : '';
    if (data) out.push(`<path class="${tools.classOf(stroke.swatch)}"${faint} d="${data}"/>`);
  }
  await flush();
  return out.join('\n');
}
