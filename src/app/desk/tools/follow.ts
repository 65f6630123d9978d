import ArcIcon from 'lucide-react/icons/waypoints';
import { nearestOn } from '../../../core/between/index.ts';
import { strokeAt } from '../../../core/ink/index.ts';
import { newId } from '../../../core/shot/index.ts';
import { later } from '../../parts/later.tsx';
import { NoSettings } from '../../session/tool-settings.ts';
import { tool } from './tool.ts';

const REACH = 9;
const MOST = 6;

declare module '../../session/tool-settings.ts' {
  interface ToolSettings {
    follow: NoSettings;
  }
}

/** Touch a point on a line: it is found again on the drawings around and joined through them. Touching it again lets it go. */
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
    const { view } = desk;
    const drawing = desk.drawing();
    if (!drawing || drawing === 'empty') return null;
    const stroke = strokeAt(drawing.ink, sample.x, sample.y, REACH / desk.zoom);
    if (!stroke) {
      desk.say('Touch a point on a line to follow it through the drawings.');
      return null;
    }
    const { share } = nearestOn(stroke, sample.x, sample.y);
    const { followed } = view.getState();
    const there = followed.find(({ line, share: own }) => line === stroke.id && Math.abs(own - share) < 0.05);
    view.setState({
      followed: there
        ? followed.filter((each) => each !== there)
        : [
            ...followed.slice(1 - MOST),
            { id: newId(), layerId: drawing.layerId, drawing: drawing.id, line: stroke.id, share },
          ],
    });
    return null;
  },
});
