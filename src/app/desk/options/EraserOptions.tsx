import { ERASES, type EraseHow } from '../../../core/ink/index.ts';
import { useCommand } from '../../commands/context.ts';
import { Choice } from '../../parts/Choice.tsx';
import { Slide } from '../../parts/Slide.tsx';
import { useTool } from '../use-tool.ts';
import { Option } from './parts.tsx';

const ERASE_WORDS: Record<EraseHow, [name: string, about: string]> = {
  part: ['Part', 'Cuts lines where it passes'],
  line: ['Whole line', 'Takes every line it touches off whole'],
  crossings: ['To crossings', 'Takes a line off up to where it crosses others: an overshoot in one touch'],
  loop: ['Inside a loop', 'Takes off what lies inside a loop you draw'],
};

export function EraserOptions() {
  const [{ width, how }, set] = useTool('eraser');
  const next = useCommand('next-erase');
  return (
    <>
      <Option name={`Width ${width}`}>
        <Slide
          label="Width of the eraser"
          value={width}
          min={2}
          max={200}
          disabled={how === 'loop'}
          onChange={(value) => set({ width: value })}
        />
      </Option>
      <Choice
        label="What the eraser takes off"
        keys={next.keys}
        value={how}
        choices={ERASES.map((each) => [each, ERASE_WORDS[each][0], `${ERASE_WORDS[each][1]}. Paint stays.`])}
        onChoose={(each) => set({ how: each })}
      />
    </>
  );
}
