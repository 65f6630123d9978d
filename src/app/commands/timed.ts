/** What the timing commands share: what they act on, and the way in for an edit that may be refused. */
import { layerOf, onSheet, type Span, wholeLayers } from '../../core/sheet/index.ts';
import type { Id, Layer } from '../../core/shot/index.ts';
import type { OpenShot } from '../session/open-shot.ts';
import { exposureInHand, layerInHand } from './layer-in-hand.ts';
import type { CommandContext } from './register.ts';

type Open = Pick<OpenShot, 'session' | 'view'>;

/** The frames chosen on the sheet, or null. */
export function chosen({ view }: Open): Span | null {
  const { selection } = view.getState();
  return selection && { layers: selection.layers, from: selection.from, to: selection.to };
}

/** For `when`: a drawing or picture is in hand. */
export const hasCell = (open: Open): boolean => exposureInHand(open)?.exposure.cell != null;

/** For `when`: something is chosen, or a drawing or picture is in hand. */
export const hasAny = (open: Open): boolean => chosen(open) !== null || hasCell(open);

/** What is chosen, else the exposure in hand. */
export function chosenOrExposure(open: Open): Span | null {
  const placed = exposureInHand(open);
  const layer = layerInHand(open);
  return (
    chosen(open) ??
    (placed && layer && { layers: [layer.id], from: placed.start, to: placed.start + placed.exposure.frames })
  );
}

/** What is chosen, else the whole layer in hand. */
export function chosenOrLayer(open: Open): Span | null {
  const layer = layerInHand(open);
  return chosen(open) ?? (layer && layer.exposures.length > 0 ? wholeLayers(open.session.shot, [layer.id]) : null);
}

/** Layers named for a sentence: “Keeper”, “Mouth”. */
export function named(layers: Layer[]): string {
  return layers.map(({ name }) => `“${name}”`).join(', ');
}

/** Says so when one of the layers is locked. */
export function refusedByLock({ session, say }: CommandContext, ids: Id[]): boolean {
  const locked = ids.map((id) => layerOf(session.shot, id)).filter((layer) => layer.locked);
  if (locked.length === 0) return false;
  say(
    `${named(locked)} ${locked.length === 1 ? 'is' : 'are'} locked. Unlock ${locked.length === 1 ? 'it' : 'them'} in the list of layers to time ${locked.length === 1 ? 'it' : 'them'}.`,
  );
  return true;
}

type Recipe = Parameters<OpenShot['session']['change']>[1];

/** Runs an edit of some layers' timing, unless one is locked. The recipe gets plain data (see `onSheet`). */
export function timed(context: CommandContext, layers: Id[], label: string, recipe: Recipe, gesture = ''): boolean {
  return !refusedByLock(context, layers) && context.session.change(label, (shot) => onSheet(shot, recipe), gesture);
}

/** The same for an edit that gives back a span: what is chosen stays chosen where it comes to stand. */
export function timedSpan(
  context: CommandContext,
  span: Span,
  label: string,
  recipe: (shot: Parameters<Recipe>[0]) => Span,
): boolean {
  let after = span;
  const done = timed(context, span.layers, label, (shot) => {
    after = recipe(shot);
  });
  if (done) reselect(context, after);
  return done;
}

/** Moves the selection, if there is one, to a span. */
export function reselect({ view }: Open, { layers, from, to }: Span): void {
  view.setState(({ selection }) =>
    selection
      ? {
          selection: {
            layers,
            from,
            to: Math.max(from + 1, to),
            anchor: {
              frame: from,
              layerId: layers.includes(selection.anchor.layerId) ? selection.anchor.layerId : layers[0],
            },
          },
        }
      : {},
  );
}
