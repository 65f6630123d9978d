import { arcPath, axesOf, axisHandle } from '../../core/ink/index.ts';
import { type Matrix, mapPoint } from '../../core/plane/index.ts';
import type { Guides } from '../../core/shot/index.ts';
import { useShot, useView } from '../session/open-shot.ts';
import { viewMatrix } from './view.ts';

const MIRROR = '#2f3fa8';
const ARC = '#b06a12';
const PERSPECTIVE = '#4f7a8c';
const FRAME = '#5c5a52';
const RAYS = 24;
/** Shares of the paper inside which action and titles are safe. */
const SAFE = [0.93, 0.86];
/** Fields of a field chart, from its middle to its rim. */
const FIELDS = 12;

/** A path through paper points, on screen. */
function onScreen(view: Matrix, points: ArrayLike<number>): string {
  let out = '';
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = mapPoint(view, points[i], points[i + 1]);
    out += `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
  }
  return out;
}

interface Paper {
  width: number;
  height: number;
}

const frame = (share: number, { width, height }: Paper) => {
  const [x, y] = [(width * (1 - share)) / 2, (height * (1 - share)) / 2];
  return [x, y, width - x, y, width - x, height - y, x, height - y, x, y];
};

function Frames({ guides, paper, view }: { guides: Guides; paper: Paper; view: Matrix }) {
  const { width, height } = paper;
  return (
    <g fill="none" stroke={FRAME}>
      {guides.safe &&
        SAFE.map((share, i) => (
          <path key={share} d={onScreen(view, frame(share, paper))} strokeDasharray={i === 0 ? undefined : '6 4'} />
        ))}
      {guides.field &&
        Array.from({ length: FIELDS / 2 }, (_, i) => (
          <path key={i} d={onScreen(view, frame((2 * (i + 1)) / FIELDS, paper))} opacity={0.45} />
        ))}
      {guides.field && (
        <path
          opacity={0.45}
          d={onScreen(view, [width / 2, 0, width / 2, height]) + onScreen(view, [0, height / 2, width, height / 2])}
        />
      )}
    </g>
  );
}

function Perspective({ guides, paper, view }: { guides: Guides; paper: Paper; view: Matrix }) {
  const far = 4 * Math.hypot(paper.width, paper.height);
  return guides.vanishing.map(({ id, x, y }) => {
    const [px, py] = mapPoint(view, x, y);
    const rays = Array.from({ length: RAYS }, (_, i) => {
      const angle = (Math.PI * i) / RAYS;
      const [dx, dy] = [far * Math.cos(angle), far * Math.sin(angle)];
      return onScreen(view, [x - dx, y - dy, x + dx, y + dy]);
    });
    return (
      <g key={id} stroke={PERSPECTIVE} fill="none">
        <path d={rays.join('')} opacity={0.35} />
        <circle cx={px} cy={py} r={6} fill="#fdfcf8" strokeWidth={1.5} />
      </g>
    );
  });
}

function MirrorAxes({ guides, paper, view }: { guides: Guides; paper: Paper; view: Matrix }) {
  const { mirror } = guides;
  if (!mirror) return null;
  const far = 2 * Math.hypot(paper.width, paper.height);
  // Round axes go out from the middle; the others run right through it.
  const back = mirror.way === 'round' ? 0 : -far;
  const axes = axesOf(mirror).map((angle) => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    return onScreen(view, [mirror.x + back * c, mirror.y + back * s, mirror.x + far * c, mirror.y + far * s]);
  });
  const [x, y] = mapPoint(view, mirror.x, mirror.y);
  const handle = axisHandle(mirror, paper.height);
  const [hx, hy] = mapPoint(view, handle.x, handle.y);
  return (
    <g stroke={MIRROR} fill="#dfe2f6">
      <path d={axes.join('')} fill="none" strokeDasharray="10 5 2 5" strokeWidth={1.25} />
      <circle cx={x} cy={y} r={6} strokeWidth={1.5} />
      <circle cx={hx} cy={hy} r={5} fill="#fdfcf8" strokeWidth={1.5} />
    </g>
  );
}

/** The help lines over the paper. They are no part of any picture and never delivered. */
export function GuidesOverlay() {
  const guides = useShot((shot) => shot.guides);
  const width = useShot((shot) => shot.width);
  const height = useShot((shot) => shot.height);
  const shown = useView((state) => state.guidesShown);
  const paperView = useView((state) => state.paper);
  const room = useView((state) => state.room);
  if (!shown) return null;
  const view = viewMatrix(paperView, room, 1);
  const paper = { width, height };
  const level = (y: number) => onScreen(view, [-width, y, 2 * width, y]);
  return (
    <svg
      aria-label="Guides"
      role="img"
      className="pointer-events-none absolute inset-0 h-full w-full"
      // A light rim: guides have to show on a night picture too.
      style={{ filter: 'drop-shadow(0 0 0.6px rgba(253, 252, 248, 0.6))' }}
    >
      <Frames guides={guides} paper={paper} view={view} />
      <Perspective guides={guides} paper={paper} view={view} />
      {guides.horizon !== null && <path d={level(guides.horizon)} stroke={PERSPECTIVE} strokeWidth={1.5} />}
      {guides.ground !== null && (
        <path d={level(guides.ground)} stroke="#2f6b3f" strokeWidth={1.5} strokeDasharray="14 5" />
      )}
      {guides.arcs.map(({ id, points }) => (
        <path key={id} data-arc={id} d={onScreen(view, arcPath(points))} fill="none" stroke={ARC} strokeWidth={1.75} />
      ))}
      <MirrorAxes guides={guides} paper={paper} view={view} />
    </svg>
  );
}
