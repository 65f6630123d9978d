import { drawnEnd } from '../../core/sheet/index.ts';
import { Window } from '../parts/Window.tsx';
import { useOpenShot, useShotParts } from '../session/open-shot.ts';
import { ShotFields } from '../shots/ShotFields.tsx';
import { say } from './saying.ts';

/** The shot's own settings. Nothing drawn is lost by any of them; what lies beyond is said. */
export default function ShotWindow({ onClose }: { onClose(): void }) {
  const { session } = useOpenShot();
  const shot = useShotParts();
  const { title, width, height, fps, length } = shot;
  return (
    <Window open onOpenChange={onClose} title="Shot settings" about="Drawings stay as they are: lines know no pixels.">
      <ShotFields
        start={{ title, width, height, fps, length }}
        action="Change"
        onCancel={onClose}
        onDone={(form) => {
          const changed = session.change('shot settings', (draft) => void Object.assign(draft, form));
          onClose();
          const last = drawnEnd(shot);
          if (changed && form.length < last) {
            say(
              `The shot now ends at frame ${form.length}; the sheet goes on to frame ${last}. Those drawings are kept but not played.`,
            );
          }
        }}
      />
    </Window>
  );
}
