import ArcIcon from 'lucide-react/icons/waypoints';
import { nearestOn } from '../../../core/between/index.ts';
import { followPoint, holdSpot } from '../../../core/check/index.ts';
import { strokeAt } from '../../../core/ink/index.ts';
import { type Id, newId } from '../../../core/shot/index.ts';
import { later } from '../../parts/later.tsx';
import { NoSettings } from '../../session/tool-settings.ts';
import { tool } from './tool.ts';

const REACH = 9;

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    follow: NoSettings;
  }
}

/** Touch a point on a line: it is found on all drawings of the layer and kept with the shot. Drag it on any drawing to put it right. */
export const followTool = tool({
  id: 'follow',
  name: 'Follow',
  commandName: 'Follow a point through the drawings',
  keys: ['$mod+KeyD'],
  icon: ArcIcon,
  cursor: 'crosshair',
  settings: NoSettings,
  strip: later(async () => ({ default: (await import('../options/FollowOptions.tsx')).FollowOptions })),
  overlay: later(async () => ({ default: (await import('../../between/FollowOverlay.tsx')).FollowOverlay })),
  down(desk, sample) {
    const { session, checks } = desk;
    const drawing = desk.drawing();
    if (!drawing || drawing === 'empty') return null;
    const reach = REACH / desk.zoom;
    const near = session.shot.checks.followed.find(({ layer, spots }) => {
      const spot = layer === drawing.layerId && spots.find((each) => each.drawing === drawing.id);
      return spot && Math.hypot(spot.x - sample.x, spot.y - sample.y) < reach;
    });
    const gesture = newId();
    let id: Id = near?.id ?? '';
    if (!near) {
      const stroke = strokeAt(drawing.ink, sample.x, sample.y, reach);
      if (!stroke) {
        desk.say('Touch a point on a line to follow it through the drawings.');
        return null;
      }
      const { x, y } = nearestOn(stroke, sample.x, sample.y);
      const made = session.change(
        'follow a point',
        (draft) => {
          id = followPoint(draft, drawing.layerId, drawing.id, x, y);
        },
        gesture,
      );
      if (!made) return null;
    }
    let moved = !near;
    return {
      move(samples) {
        const last = samples.at(-1);
        if (!last) return;
        moved = true;
        session.change('put a point right', (draft) => holdSpot(draft, id, drawing.id, last.x, last.y), gesture);
      },
      up() {
        // Its neighbours are found from where it is now.
        if (moved) void checks.findPoint(id, gesture);
      },
      cancel() {
        void session.step('undo');
      },
    };
  },
});
