/** Commands of the Checks view: through the findings, meant so, mended. Their keys are theirs there. */
import { type Finding, type Mend, mendFinding, setMeant } from '../../core/check/index.ts';
import { newId } from '../../core/shot/index.ts';
import { findingsInHand } from '../checks/looked-over.ts';
import { inView } from '../frame/view.ts';
import type { ViewState } from '../session/view-state.ts';
import { goToFrame } from './play.ts';
import type { Command, CommandContext } from './register.ts';

const checking = () => inView('checks');

/** Goes to a finding: its layer and frame, and what it is about in hand. */
export function lookAtFinding(context: CommandContext, finding: Finding): void {
  const { view, player, session } = context;
  player.stop();
  view.setState({ finding: finding.about });
  if (finding.layer && session.shot.layers.some(({ id }) => id === finding.layer))
    view.setState({ layerId: finding.layer });
  goToFrame(context, finding.frame);
}

const inHand = (context: CommandContext): Finding | null =>
  findingsInHand(context).find(({ about }) => about === context.view.getState().finding) ?? null;

function step(by: 1 | -1): Command['run'] {
  return (context) => {
    const all = findingsInHand(context);
    if (all.length === 0) {
      context.say('There is nothing to look at: this check finds nothing here.');
      return;
    }
    const at = all.findIndex(({ about }) => about === context.view.getState().finding);
    lookAtFinding(context, all[at < 0 ? (by > 0 ? 0 : all.length - 1) : (at + by + all.length) % all.length]);
  };
}

/** Puts a finding right in one of its ways, as one step of undo; points are found again on the drawing that changed. */
/** A mend that carries a drawing, for what is picked of it alone; null: nothing of it is picked, or the mend is another. */
export function pickedFor({ picked }: Pick<ViewState, 'picked'>, mend: Mend): Mend | null {
  if (mend.kind !== 'carry' || picked?.drawing !== mend.drawing) return null;
  const { strokes, areas } = picked;
  return strokes.length + areas.length > 0 ? { ...mend, only: { strokes, areas } } : null;
}

export function mendOne(context: CommandContext, finding: Finding, mend: Mend): boolean {
  if (mend.kind === 'open') {
    lookAtFinding(context, finding);
    return true;
  }
  const own = pickedFor(context.view.getState(), mend);
  return context.session.change(mend.name.toLowerCase(), (draft) => mendFinding(draft, own ?? mend), newId());
}

function meant(context: CommandContext): void {
  const finding = inHand(context);
  if (!finding) return;
  context.session.change('meant so', (draft) => setMeant(draft, finding, true));
  const left = findingsInHand(context);
  if (left.length > 0) lookAtFinding(context, left[0]);
}

const hasFinding: Command['when'] = (context) => checking() && inHand(context) !== null;

const inChecks = (command: Omit<Command, 'group' | 'borrowsKeys'>): Command => ({
  when: checking,
  ...command,
  group: 'Checks',
  borrowsKeys: 'checks',
});

export const checkCommands: Command[] = [
  inChecks({ id: 'next-finding', name: 'To the next finding', keys: ['KeyJ'], run: step(1) }),
  inChecks({ id: 'finding-before', name: 'To the finding before', keys: ['Shift+KeyJ'], run: step(-1) }),
  inChecks({ id: 'meant-so', name: 'It is meant so', keys: ['KeyK'], when: hasFinding, run: meant }),
  inChecks({
    id: 'mend-finding',
    name: 'Put the finding right',
    keys: ['Enter', 'NumpadEnter'],
    when: (context) => checking() && (inHand(context)?.mends.length ?? 0) > 0,
    run: (context) => {
      const finding = inHand(context);
      if (finding) mendOne(context, finding, finding.mends[0]);
    },
  }),
];
