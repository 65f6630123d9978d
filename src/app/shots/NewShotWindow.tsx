import { Window } from '../parts/Window.tsx';
import { ShotFields } from './ShotFields.tsx';
import { ShotForm } from './shot-form.ts';

/** Name, paper, rate and length of a shot that is to be made. */
export default function NewShotWindow({ onMake, onClose }: { onMake(form: ShotForm): void; onClose(): void }) {
  return (
    <Window open onOpenChange={onClose} title="New shot" about="All of this can be changed later in Shot settings.">
      <ShotFields
        start={Object.assign(new ShotForm(), { title: 'New shot' })}
        action="Make the shot"
        onDone={onMake}
        onCancel={onClose}
      />
    </Window>
  );
}
