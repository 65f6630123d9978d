import { useState } from 'react';
import { drawnEnd, newLengthInWords } from '../../core/sheet/index.ts';
import { LIMITS, soundEnd } from '../../core/shot/index.ts';
import { Button } from '../parts/Button.tsx';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Window } from '../parts/Window.tsx';
import { useOpenShot, useShot, wholeShot } from '../session/open-shot.ts';

/** The length of the shot: what each choice does is said before it is done. */
export default function LengthWindow({ onClose }: { onClose(): void }) {
  const { session } = useOpenShot();
  const shot = useShot(wholeShot);
  const [wanted, setWanted] = useState(shot.length);
  const sound = soundEnd(shot);
  const choices = [
    { name: 'Trim to the last drawing', length: drawnEnd(shot), none: '' },
    { name: 'Until the sound ends', length: sound, none: sound === 0 ? 'There is no sound in this shot.' : '' },
    { name: 'Set to', length: wanted, none: '' },
  ];
  const give = (length: number) => {
    session.change('shot length', (draft) => void (draft.length = length));
    onClose();
  };
  return (
    <Window
      open
      onOpenChange={onClose}
      title="Length of the shot"
      about={`It is ${shot.length} frames long now. Drawings are never removed by a shorter shot.`}
      width="w-[32.5rem]"
    >
      <ul className="flex flex-col gap-3">
        {choices.map(({ name, length, none }, i) => (
          <li key={name} className="rounded-md border border-rule bg-lower p-3">
            <div className="flex items-center gap-2">
              <span className="font-medium">{name}</span>
              {i === 2 && (
                <NumberInput
                  label="Length, frames"
                  value={wanted}
                  min={1}
                  max={LIMITS.maxLength}
                  className="w-20"
                  onDone={setWanted}
                />
              )}
              <Button
                look={i === 2 ? 'main' : 'plain'}
                className="ml-auto"
                disabled={none !== '' || length === shot.length}
                onClick={() => give(length)}
              >
                {length === shot.length ? 'as it is' : `make it ${length || '–'} frames`}
              </Button>
            </div>
            <p className="mt-1 text-sm text-second">{none || newLengthInWords(shot, length).join(' ')}</p>
          </li>
        ))}
      </ul>
    </Window>
  );
}
