import { useEffect, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { isGround, type RegionMap } from '../../core/paint/index.ts';
import { mapPoint } from '../../core/plane/index.ts';
import { drawingShown } from '../../core/sheet/index.ts';
import { type Area, type Drawing, paletteAt } from '../../core/shot/index.ts';
import { layerInHand } from '../commands/layer-in-hand.ts';
import { useHandView } from '../desk/hand-pegs.ts';
import { pathOf } from '../desk/line-path.ts';
import { inView } from '../frame/view.ts';
import { useOpenShot, usePlay, useRestingFrame, useShot, useView } from '../session/open-shot.ts';
import { lookedAt } from './looked-at.ts';

const TRACE = '#1f7fd1';
const OPENING = '#c0301c';
const MARK = '#c0301c';
/** Steps round the colour circle that keep neighbours apart: the golden angle. */
const GOLDEN = 137.508;
const TINT = 78;

/** Every region in a tint of its own; the ground outside stays clear. */
function tinted(map: RegionMap): ImageData {
  const { labels, mask, width, height, count } = map;
  const image = new ImageData(width, height);
  const colours = new Uint32Array(count + 1);
  for (let label = 1; label <= count; label++) {
    if (isGround(map, label)) continue;
    const hue = (label * GOLDEN) % 360;
    const part = (shift: number) => {
      const k = (shift + hue / 30) % 12;
      return Math.round(255 * (0.55 - 0.45 * Math.max(-1, Math.min(k - 3, 9 - k, 1))));
    };
    colours[label] = (TINT << 24) | (part(4) << 16) | (part(8) << 8) | part(0);
  }
  const pixels = new Uint32Array(image.data.buffer);
  for (let i = 0; i < pixels.length; i++) if (mask[i] === 0) pixels[i] = colours[labels[i]];
  return image;
}

/** The drawing of the layer in hand on the present frame. */
function useDrawingInHand(): Drawing | null {
  const frame = useRestingFrame();
  const layerId = useView((state) => state.layerId);
  return useShot((shot) => {
    const layer = shot.layers.find(({ id }) => id === layerId);
    return layer ? drawingShown(shot, layer, frame) : null;
  });
}

/** The map of the drawing in hand while it is wished for; null until it is read. */
function useRegions(drawing: Drawing | null, wished: boolean): RegionMap | null {
  const { paints } = useOpenShot();
  const [map, setMap] = useState<RegionMap | null>(null);
  const settings = useView((state) => state.tools.pour);
  const from = useView((state) => `${state.linesFrom}${state.linesOf.join()}`);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another wish is another map
  useEffect(() => {
    setMap(null);
    if (!wished || !drawing) return;
    let here = true;
    const made = paints.regions(drawing);
    if (made instanceof Promise) void made.then((read) => here && setMap(read));
    else setMap(made);
    return () => {
      here = false;
    };
  }, [paints, drawing?.ink, wished, settings, from]);
  return map;
}

/** What the drawing before would put here, while that is what is poured; null else. */
function useProposal(drawing: Drawing | null): Area[] | null {
  const open = useOpenShot();
  const wished = useView((state) => state.tool === 'pour' && state.tools.pour.as === 'before');
  const proposal = useStore(open.paints.state, (state) => state.proposal);
  const [paint, setPaint] = useState<Area[] | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked anew when the drawing or its lines are others
  useEffect(() => {
    setPaint(null);
    const layer = layerInHand(open);
    if (!wished || !drawing || !layer) return;
    let here = true;
    void open.paints.proposalFor(layer, drawing).then((found) => here && setPaint(found));
    return () => {
      here = false;
    };
  }, [open, wished, drawing?.id, drawing?.ink]);
  return wished && proposal ? paint : null;
}

/** An area's rings as one path. */
const ringsPath = ({ rings }: Area) =>
  rings
    .map((ring) => {
      let d = '';
      for (let i = 0; i < ring.length; i += 2)
        d += `${i === 0 ? 'M' : 'L'}${ring[i].toFixed(1)} ${ring[i + 1].toFixed(1)}`;
      return `${d}Z`;
    })
    .join('');

/** Over the paper: the regions with their openings, trace lines, and what is to be looked at. */
export function RegionOverlay() {
  const open = useOpenShot();
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawing = useDrawingInHand();
  const shown = useView((state) => state.regionsShown);
  const tool = useView((state) => state.tool);
  const across = useView((state) => state.across);
  const frame = useRestingFrame();
  const playing = usePlay((play) => play.state === 'playing');
  const map = useRegions(drawing, shown);
  const proposed = useProposal(drawing);
  const colours = useShot((shot) => paletteAt(shot, frame));
  useStore(open.paints.state);
  const painting = inView('paint');
  // What is to be looked at changes with any drawing; elsewhere a line drawn is nothing to these marks.
  useShot((shot) => (painting ? shot.drawings : null));
  const card = useView((state) => state.paintCard);
  useEffect(() => {
    const element = canvas.current;
    if (!element || !map) return;
    element.width = map.width;
    element.height = map.height;
    element.getContext('2d')!.putImageData(tinted(map), 0, 0);
  }, [map]);
  const view = useHandView();
  if (playing) return null;
  const at = (x: number, y: number) => mapPoint(view, x, y);
  const traces = drawing?.ink.filter(({ brush }) => brush.kind === 'trace') ?? [];
  const mark = painting && (card === 'through' || card === 'holes') ? lookedAt(open) : null;
  const [a, b, c, d, e, f] = view;
  const openings: [number, number, number, number][] = [];
  if (shown && map)
    for (let i = 0; i < map.openings.length; i += 4) openings.push([...map.openings.subarray(i, i + 4)] as never);
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden">
      {shown && map && (
        <canvas
          ref={canvas}
          role="img"
          aria-label="Regions of the drawing"
          className="absolute top-0 left-0 origin-top-left"
          style={{
            transform: `matrix(${a},${b},${c},${d},${e},${f}) scale(${1 / map.scale})`,
            imageRendering: 'pixelated',
          }}
        />
      )}
      <svg aria-label="Marks on the paper" role="img" className="absolute inset-0 h-full w-full">
        {proposed && (
          <g transform={`matrix(${view.join(' ')})`} opacity={0.4} data-proposed={proposed.length}>
            {proposed.map((area) => (
              <path
                key={area.id}
                d={ringsPath(area)}
                fillRule="evenodd"
                fill={colours.swatches.find(({ id }) => id === area.swatch)?.colour ?? 'none'}
              />
            ))}
          </g>
        )}
        {traces.length > 0 && (
          <path
            d={pathOf(traces)}
            transform={`matrix(${view.join(' ')})`}
            fill="none"
            stroke={TRACE}
            strokeWidth={tool === 'trace' ? 1.75 : 1.25}
            strokeDasharray="5 3"
            vectorEffect="non-scaling-stroke"
          />
        )}
        {openings.map(([ax, ay, bx, by], i) => {
          const [px, py] = at((ax + bx) / 2, (ay + by) / 2);
          const [qx, qy] = at(ax, ay);
          const radius = Math.max(6, Math.hypot(px - qx, py - qy) + 4);
          return (
            <circle key={i} data-opening cx={px} cy={py} r={radius} fill="none" stroke={OPENING} strokeWidth={1.75} />
          );
        })}
        {across && drawing && <Place at={at(across.x, across.y)} faint={across.drawing !== drawing.id} />}
        {mark && mark.frame <= frame && mark.drawing === drawing?.id && <Mark at={at(mark.x, mark.y)} />}
      </svg>
    </div>
  );
}

/** Where a region was touched that is painted across drawings. */
function Place({ at: [x, y], faint }: { at: readonly [number, number]; faint: boolean }) {
  return (
    <g opacity={faint ? 0.45 : 1}>
      <circle cx={x} cy={y} r={5} fill={TRACE} stroke="#fdfcf8" strokeWidth={1.5} />
    </g>
  );
}

/** What is being looked at: a ring with four ticks, seen on any colour. */
function Mark({ at: [x, y] }: { at: readonly [number, number] }) {
  const ticks = [0, 90, 180, 270];
  return (
    <g data-mark transform={`translate(${x} ${y})`} fill="none">
      {[
        ['#fdfcf8', 4.5],
        [MARK, 2],
      ].map(([stroke, width]) => (
        <g key={stroke} stroke={stroke as string} strokeWidth={width}>
          <circle r={17} />
          {ticks.map((turn) => (
            <path key={turn} d="M17 0H26" transform={`rotate(${turn})`} />
          ))}
        </g>
      ))}
    </g>
  );
}
