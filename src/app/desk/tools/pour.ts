import BucketIcon from 'lucide-react/icons/paint-bucket';
import { pour as pourInto, type RegionMap, regionAt, regionRings, takeOff } from '../../../core/paint/index.ts';
import { regionsOf } from '../regions.ts';
import type { Tool } from './tool.ts';

/** Fills the enclosed region under the pen, under the line to its middle. */
export const pour: Tool = {
  id: 'pour',
  name: 'Pour',
  icon: BucketIcon,
  cursor: 'crosshair',
  ring: () => 0,
  down(desk, sample) {
    const { session, view } = desk;
    const drawing = desk.drawing();
    if (drawing === null) return null;
    if (drawing === 'empty' || drawing.ink.length === 0) {
      desk.say('There are no lines here yet: draw first, then pour.');
      return null;
    }
    const { swatch, tools } = view.getState();
    if (tools.pour.off) {
      session.change('take paint off', (shot) => {
        const own = shot.drawings[drawing.id];
        own.paint = takeOff(own.paint, sample.x, sample.y);
      });
      return null;
    }
    const { width, height } = session.shot;
    if (sample.x < 0 || sample.y < 0 || sample.x >= width || sample.y >= height) return null;
    const fill = (map: RegionMap) => {
      const label = regionAt(map, sample.x, sample.y);
      if (label === 0) return;
      const rings = regionRings(map, label);
      session.change('pour', (shot) => {
        const own = shot.drawings[drawing.id];
        if (own) own.paint = pourInto(own.paint, rings, swatch, sample.x, sample.y);
      });
    };
    const map = regionsOf(desk, drawing);
    if (map instanceof Promise) void map.then(fill);
    else fill(map);
    return null;
  },
};
