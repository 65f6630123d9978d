import { firstMirror } from '../../../core/ink/index.ts';
import type { MirrorWay } from '../../../core/shot/index.ts';
import { useCommand } from '../../commands/context.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { ChoiceList } from '../../parts/ChoiceList.tsx';
import { NumberInput } from '../../parts/NumberInput.tsx';
import { Tick } from '../../parts/Tick.tsx';
import { useOpenShot, useShot, useView } from '../../session/open-shot.ts';
import { Option } from './parts.tsx';

type Way = MirrorWay | 'none';

const WAYS: [Way, string][] = [
  ['none', 'none'],
  ['upright', 'upright'],
  ['level', 'level'],
  ['both', 'both'],
  ['round', 'round'],
];

/** What the Guides tool puts down, and the guides that lie over the whole paper. */
export function GuideOptions() {
  const { session, view } = useOpenShot();
  const guides = useShot((shot) => shot.guides);
  const add = useView((state) => state.tools.guides.add);
  const next = useCommand('next-guide');
  const reset = useCommand('mirror-reset');
  const change = (label: string, part: Partial<typeof guides>) =>
    session.change(label, (shot) => void (shot.guides = { ...guides, ...part }));
  const { width, height } = session.shot;
  const { mirror } = guides;
  const setWay = (way: Way) =>
    change('mirror', { mirror: way === 'none' ? null : { ...(mirror ?? firstMirror(width, height)), way } });
  return (
    <>
      <Choice
        label="What is put on the paper"
        keys={next.keys}
        value={add}
        choices={[
          ['arc', 'Arc', 'Draw an arc that stays over every drawing'],
          ['vanishing', 'Perspective', 'Press where lines run to'],
        ]}
        onChoose={(each) => view.setState(({ tools }) => ({ tools: { ...tools, guides: { add: each } } }))}
      />
      <Option name="Mirror">
        <ChoiceList label="Mirror axes" value={mirror?.way ?? 'none'} options={WAYS} onChoose={setWay} />
        {mirror?.way === 'round' && (
          <NumberInput
            label="Parts of the round mirror"
            value={mirror.parts}
            min={2}
            max={24}
            onDone={(parts) => change('mirror', { mirror: { ...mirror, parts } })}
          />
        )}
        {mirror && (
          <Button className="!h-6" title={`${reset.name}  (${reset.keys})`} onClick={reset.run}>
            Reset
          </Button>
        )}
      </Option>
      <Tick
        label="Horizon"
        checked={guides.horizon !== null}
        onChange={(on) => change('horizon', { horizon: on ? Math.round(height * 0.42) : null })}
      />
      <Tick
        label="Ground"
        checked={guides.ground !== null}
        onChange={(on) => change('ground line', { ground: on ? Math.round(height * 0.86) : null })}
      />
      <Tick label="Field" checked={guides.field} onChange={(field) => change('field chart', { field })} />
      <Tick label="Safe" checked={guides.safe} onChange={(safe) => change('safe frames', { safe })} />
    </>
  );
}
