import { useCommand } from '../../commands/context.ts';
import { SwatchChooser } from '../../paint/SwatchChooser.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Slide } from '../../parts/Slide.tsx';
import { useOpenShot, useView } from '../../session/open-shot.ts';
import { Option } from './parts.tsx';

export function ShapeOptions() {
  const { view } = useOpenShot();
  const { shape } = useView((state) => state.tools.shapes);
  const { brush } = useView((state) => state.tools.pen);
  const next = useCommand('next-shape');
  return (
    <>
      <Choice
        label="Shape"
        keys={next.keys}
        value={shape}
        choices={[
          ['line', 'Straight line', 'Shift: upright, level or diagonal'],
          ['ellipse', 'Ellipse', 'Shift: a circle'],
          ['rectangle', 'Rectangle', 'Shift: a square'],
          ['curve', 'Curve', 'Press point after point; Enter or the last point ends it, the first point closes it'],
        ]}
        onChoose={(each) => view.setState(({ tools }) => ({ tools: { ...tools, shapes: { shape: each } } }))}
      />
      <Option name={`Width ${brush.width}`}>
        <Slide
          label="Width"
          value={brush.width}
          min={1}
          max={60}
          onChange={(width) =>
            view.setState(({ tools }) => ({
              tools: { ...tools, pen: { ...tools.pen, brush: { ...tools.pen.brush, width } } },
            }))
          }
        />
      </Option>
      <Option name="Line">
        <SwatchChooser />
      </Option>
    </>
  );
}
