import { useMemo, useState } from 'react';
import { useStore } from 'zustand';
import {
  doubtedPairs,
  forgetPassage,
  littleInCommon,
  nearestOn,
  pairLines,
  pinPoint,
  placeOnLine,
  unpin,
} from '../../core/between/index.ts';
import { boxOf } from '../../core/ink/index.ts';
import type { Point } from '../../core/plane/index.ts';
import { drawingName } from '../../core/sheet/index.ts';
import type { Drawing, Id } from '../../core/shot/index.ts';
import { lookAt, stepOnTable, toggleStraight } from '../commands/between.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { Button } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { Progress } from '../parts/Progress.tsx';
import { useOpenShot, useShot } from '../session/open-shot.ts';
import { AloneList } from './AloneList.tsx';
import { DoubtedList } from './DoubtedList.tsx';
import { KeyPane, type LineLook, type PaneBox, WHOLE } from './KeyPane.tsx';
import { ProposedPane } from './ProposedPane.tsx';

const ALONE = 'var(--color-attention)';
/** Steps round the colour circle that keep neighbours apart: the golden angle. */
const GOLDEN = 137.508;

const pairColour = (k: number) => `hsl(${Math.round((k * GOLDEN + 210) % 360)} 58% ${k % 2 ? 36 : 46}%)`;

const RIM = 0.04;

function lineBox(drawing: Drawing): PaneBox {
  const box = boxOf(drawing, { strokes: drawing.ink.map(({ id }) => id), areas: [] });
  if (!box) return { x: 0, y: 0, width: 100, height: 100 };
  return { x: box.minX, y: box.minY, width: box.maxX - box.minX, height: box.maxY - box.minY };
}

function withRim({ x, y, width, height }: PaneBox): PaneBox {
  const rim = RIM * Math.max(width, height) + 10;
  return { x: x - rim, y: y - rim, width: width + 2 * rim, height: height + 2 * rim };
}

/** The box both drawings fit in where they lie. */
function boxAround(a: PaneBox, b: PaneBox): PaneBox {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
  const width = Math.max(a.x + a.width, b.x + b.width) - x;
  return withRim({ x, y, width, height: Math.max(a.y + a.height, b.y + b.height) - y });
}

/** A drawing's own box, as large as the other's: side by side both are seen in one size. */
function boxBeside(own: PaneBox, other: PaneBox): PaneBox {
  const [width, height] = [Math.max(own.width, other.width), Math.max(own.height, other.height)];
  const [x, y] = [own.x + (own.width - width) / 2, own.y + (own.height - height) / 2];
  return withRim({ x, y, width, height });
}

/** The point of an SVG an event lies on, in its own units. */
function pointIn(event: React.PointerEvent): Point {
  const svg = (event.currentTarget as SVGGElement).ownerSVGElement!;
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse());
  return { x, y };
}

/** What has been computed, seen and put right before it is put down: two drawings side by side, pairs in one colour. */
export function PairsTable() {
  const open = useOpenShot();
  const commands = useCommands();
  const { betweens, session } = open;
  const state = useStore(betweens.state);
  const drawings = useShot((shot) => shot.drawings);
  const passages = useShot((shot) => shot.passages);
  const arcs = useShot((shot) => shot.guides.arcs);
  const [near, setNear] = useState(WHOLE);
  const [hovered, setHovered] = useState<{ side: 'a' | 'b'; line: Id } | null>(null);
  const down = useCommand('between-down');
  const leave = useCommand('between-leave');
  const part = useCommand('between-part');
  const { proposal, touched } = state;
  const way = stepOnTable(open);
  const [a, b] = way ? way.map((id) => drawings[id]) : [];
  const boxes = useMemo(() => {
    if (!a || !b) return null;
    const [p, q] = [lineBox(a), lineBox(b)];
    return { a: boxBeside(p, q), b: boxBeside(q, p), both: boxAround(p, q) };
  }, [a, b]);
  if (!proposal || !way || !a || !b || !boxes) return null;

  const result = proposal.results[state.plan];
  const { pairs, alone } = result.steps[state.step];
  const passage = passages.find(({ from, to }) => from === way[0] && to === way[1]);
  const seen = hovered ?? touched;
  const partners = (of: typeof seen) =>
    of ? pairs.filter((pair) => pair[of.side] === of.line).map((pair) => pair[of.side === 'a' ? 'b' : 'a']) : [];
  const strong = new Set(seen ? [seen.line, ...partners(seen)] : []);
  const colours = new Map<Id, string>();
  pairs.forEach((pair, k) => {
    // Lines in pieces share one colour.
    const colour = colours.get(pair.a) ?? colours.get(pair.b) ?? pairColour(k);
    colours.set(pair.a, colour);
    colours.set(pair.b, colour);
  });
  const lonely = new Set(alone.map(({ line }) => line));
  const doubted = doubtedPairs(pairs);
  const little = littleInCommon(pairs, a, b);
  const inDoubt = new Set(doubted.flatMap((pair) => [pair.a, pair.b]));
  const lookOf = (id: Id): LineLook => ({
    colour: colours.get(id) ?? (lonely.has(id) ? ALONE : 'var(--color-rule)'),
    alone: lonely.has(id),
    doubted: inDoubt.has(id),
    strong: strong.has(id),
    dim: strong.size > 0 && !strong.has(id),
  });

  const touch = (side: 'a' | 'b') => (line: Id, event: React.PointerEvent) => {
    const own = drawings[way[side === 'a' ? 0 : 1]].ink.find(({ id }) => id === line)!;
    if (state.pinTo) {
      if (side === 'b') {
        commands.say(`Pin points of drawing ${drawingName(a)}, the one the way begins with.`);
        return;
      }
      const { x, y } = pointIn(event);
      const arc = state.pinTo;
      if (passage?.pins.some((pin) => pin.line === line))
        session.change('unpin a point', (shot) => unpin(shot, way, line));
      else {
        const { share } = nearestOn(own, x, y);
        session.change('pin a point to an arc', (shot) => pinPoint(shot, way, line, share, arc));
      }
      return;
    }
    if (!touched || touched.side === side) {
      betweens.state.setState({ touched: touched?.line === line ? null : { side, line } });
      return;
    }
    const [p, q] = side === 'b' ? [touched.line, line] : [line, touched.line];
    const beside = state.inPieces
      ? pairs.filter((pair) => pair.a === p || pair.b === q).map((pair) => ({ a: pair.a, b: pair.b }))
      : [];
    betweens.state.setState({ touched: null });
    session.change(state.inPieces ? 'lines in pieces' : 'pair two lines', (shot) => pairLines(shot, way, p, q, beside));
  };

  const ways = proposal.plans.flatMap((plan, i) =>
    plan.job.chain.slice(1).map((to, k) => ({
      plan: i,
      step: k,
      name: `${drawingName(drawings[plan.job.chain[k].id])} → ${drawingName(drawings[to.id])}`,
      layer: session.shot.layers.find(({ id }) => id === plan.layerId)?.name ?? '',
    })),
  );
  const straightLine = touched?.side === 'a' ? touched.line : null;
  const straight = straightLine ? passage?.straightLines.includes(straightLine) : passage?.straight;
  const total = proposal.plans.reduce((sum, { targets }) => sum + targets.length, 0);
  const pins = (passage?.pins ?? []).flatMap(({ line, at }) => {
    const stroke = a.ink.find(({ id }) => id === line);
    return stroke ? [placeOnLine(stroke, at)] : [];
  });
  return (
    <section aria-label="Proposed in-betweens" className="absolute inset-0 flex gap-2 bg-surround p-2 text-sm">
      {state.seen === 'pairs' ? (
        <>
          <KeyPane
            title={`Drawing ${drawingName(a)}`}
            side="a"
            ink={a.ink}
            box={boxes.a}
            lookOf={lookOf}
            pins={pins}
            near={near}
            onNear={setNear}
            onTouch={touch('a')}
            onHover={(line) => setHovered(line ? { side: 'a', line } : null)}
          />
          <KeyPane
            title={`Drawing ${drawingName(b)}`}
            side="b"
            ink={b.ink}
            box={boxes.b}
            lookOf={lookOf}
            pins={[]}
            near={near}
            onNear={setNear}
            onTouch={touch('b')}
            onHover={(line) => setHovered(line ? { side: 'b', line } : null)}
          />
        </>
      ) : (
        <ProposedPane
          from={a.ink}
          to={b.ink}
          box={boxes.both}
          names={proposal.plans[state.plan].targets.map((id) => (drawings[id] ? drawingName(drawings[id]) : '?'))}
          result={result}
          drawing={Math.min(state.drawing, result.drawings.length - 1)}
          onChoose={(drawing) => lookAt(betweens, drawing)}
        />
      )}
      <aside className="flex w-[14.25rem] shrink-0 flex-col gap-2 rounded-md border border-rule bg-panel p-2.5">
        {ways.length > 1 ? (
          <ChoiceList
            label="Which two drawings"
            className="!h-7"
            value={`${state.plan} ${state.step}`}
            options={ways.map(({ plan, step, name, layer }) => [
              `${plan} ${step}`,
              proposal.plans.length > 1 ? `${layer}: ${name}` : name,
            ])}
            onChoose={(way) => {
              const [plan, step] = way.split(' ').map(Number);
              betweens.state.setState({ plan, step, touched: null, drawing: 0 });
            }}
          />
        ) : (
          <h2 className="font-semibold">From {ways[0].name.replace('→', 'to')}</h2>
        )}
        <div role="group" aria-label="What is seen" className="flex gap-1">
          {(['pairs', 'drawings'] as const).map((seen) => (
            <Button
              key={seen}
              className="flex-1"
              look={state.seen === seen ? 'main' : 'plain'}
              aria-pressed={state.seen === seen}
              onClick={() =>
                seen === 'drawings' ? lookAt(betweens, state.drawing) : betweens.state.setState({ seen })
              }
            >
              {seen === 'pairs' ? 'Pairs' : 'Drawings'}
            </Button>
          ))}
        </div>
        {little && (
          <p role="alert" className="font-medium text-attention">
            These two have little in common: {little.matched} of {little.of} lines matched. Pair some by hand, or put a
            breakdown between them.
          </p>
        )}
        <p className="text-second" aria-live="polite">
          {pairs.length} {pairs.length === 1 ? 'pair' : 'pairs'}.{' '}
          {touched
            ? 'Now touch its partner in the other drawing.'
            : 'Touch a line, then its partner, to pair them. The wheel goes nearer.'}
        </p>
        <div className="flex flex-wrap gap-1">
          <Button className="!h-6 !px-2" disabled={!touched} title={`${part.name}  (${part.keys})`} onClick={part.run}>
            Part
          </Button>
          <Button
            className="!h-6 !px-2"
            aria-pressed={state.inPieces}
            look={state.inPieces ? 'main' : 'plain'}
            title="The next pair is made beside those there are: one line here, several there  (J)"
            onClick={() => betweens.state.setState({ inPieces: !state.inPieces })}
          >
            In pieces
          </Button>
          <Button
            className="!h-6 !px-2"
            aria-pressed={Boolean(straight)}
            look={straight ? 'main' : 'plain'}
            title="Points go straight from place to place; otherwise lines turn on arcs  (T)"
            onClick={() => toggleStraight(commands)}
          >
            {straightLine ? 'Straight line' : 'All straight'}
          </Button>
        </div>
        <Pinning arcs={arcs.map(({ id }) => id)} />
        <div className="flex min-h-0 flex-1 flex-col gap-2 border-t border-rule pt-2">
          <DoubtedList way={way} pairs={doubted} onHover={setHovered} />
          <AloneList way={way} alone={alone} onHover={setHovered} />
        </div>
        {passage && (
          <Button
            look="quiet"
            className="!h-6 self-start !px-1 text-second"
            onClick={() => session.change('forget corrections', (shot) => forgetPassage(shot, way))}
          >
            Forget the corrections here
          </Button>
        )}
        {state.busy !== null && <Progress label="Drawing in-betweens" share={state.busy} className="h-1" />}
        <div className="flex gap-1">
          <Button
            look="main"
            className="flex-1"
            disabled={state.busy !== null}
            title={`${down.name}  (${down.keys})`}
            onClick={down.run}
          >
            Put down {total}
          </Button>
          <Button title={`${leave.name}  (${leave.keys})`} onClick={() => betweens.leave()}>
            Leave
          </Button>
        </div>
      </aside>
    </section>
  );
}

/** Points touched are pinned to an arc guide. */
function Pinning({ arcs }: { arcs: Id[] }) {
  const { betweens } = useOpenShot();
  const pinTo = useStore(betweens.state, (state) => state.pinTo);
  if (arcs.length === 0)
    return <p className="text-second">Draw an arc with Guides, and a point can be pinned to it.</p>;
  return (
    <div className="flex items-center justify-between gap-1">
      Pin a touched point to
      <ChoiceList
        label="Pin a touched point to"
        value={pinTo ?? ''}
        options={[['', 'nothing'], ...arcs.map((id, i) => [id, `arc ${i + 1}`] as const)]}
        onChoose={(arc) => betweens.state.setState({ pinTo: arc || null, touched: null, seen: 'pairs' })}
      />
    </div>
  );
}
