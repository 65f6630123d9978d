import ArrowDown from 'lucide-react/icons/arrow-down';
import ArrowUp from 'lucide-react/icons/arrow-up';
import Eraser from 'lucide-react/icons/eraser';
import { nameFrame, writeNote } from '../../core/sheet/index.ts';
import { NOTE_COLOURS, type NoteColour } from '../../core/shot/index.ts';
import { commandOf, useCommand, useCommands } from '../commands/context.ts';
import { goToFrame } from '../commands/play.ts';
import { Button, Hint, IconButton } from '../parts/Button.tsx';
import { Choices, Chosen } from '../parts/Choice.tsx';
import { NameInput } from '../parts/NameInput.tsx';
import { useOpenShot, useShot, useView } from '../session/open-shot.ts';
import { NOTE } from './sheet-colours.ts';

/** Notes in three pencils, each moved and rubbed out as one, and the frames that have names. */
export function NotesCard() {
  const { session, view } = useOpenShot();
  const commands = useCommands();
  const notes = useShot((shot) => shot.notes);
  const markers = useShot((shot) => shot.markers);
  const pencil = useView((state) => state.noteColour);
  const note = useCommand('note');
  const marker = useCommand('marker');
  const take = (colour: NoteColour) => view.setState({ noteColour: colour });
  const withPencil = (colour: NoteColour, id: string) => () => {
    take(colour);
    commandOf(commands, id).run(commands, '');
  };
  const rows = [
    ...notes.map(({ id, frame, colour, text }) => ({ id, frame, colour, text })),
    ...markers.map(({ id, frame, name }) => ({ id, frame, colour: null, text: name })),
  ].sort((a, b) => a.frame - b.frame);
  const rewrite = (frame: number, colour: NoteColour | null, text: string) =>
    session.change(colour ? 'note' : 'marker', (shot) =>
      colour ? writeNote(shot, frame, colour, text) : nameFrame(shot, frame, text),
    );
  return (
    <div className="flex flex-col gap-1.5 px-3 pb-2 text-sm">
      <div className="flex gap-1">
        <Button className="!h-6 flex-1" title={`${note.name} (${note.keys})`} onClick={note.run}>
          Note at this frame
        </Button>
        <Button className="!h-6 flex-1" title={`${marker.name} (${marker.keys})`} onClick={marker.run}>
          Name this frame
        </Button>
      </div>
      <Choices label="Pencil for notes" value={pencil} className="flex flex-col" onChoose={take}>
        {NOTE_COLOURS.map((colour) => {
          const count = notes.filter((each) => each.colour === colour).length;
          return (
            <div
              key={colour}
              className={`flex h-7 items-center gap-1 rounded-md px-1 ${pencil === colour ? 'bg-wash' : ''}`}
            >
              <Chosen
                value={colour}
                label={`${colour} pencil`}
                className="flex h-6 flex-1 items-center gap-2 text-left"
              >
                <Mark colour={colour} />
                {colour}
                <span className="text-second">
                  {count === 0 ? 'none' : count === 1 ? 'one note' : `${count} notes`}
                </span>
              </Chosen>
              <IconButton
                label={`All ${colour} notes a frame earlier`}
                className="!h-6"
                disabled={count === 0}
                onClick={withPencil(colour, 'notes-earlier')}
              >
                <ArrowUp size={13} />
              </IconButton>
              <IconButton
                label={`All ${colour} notes a frame later`}
                className="!h-6"
                disabled={count === 0}
                onClick={withPencil(colour, 'notes-later')}
              >
                <ArrowDown size={13} />
              </IconButton>
              <IconButton
                label={`Rub out all ${colour} notes`}
                className="!h-6"
                disabled={count === 0}
                onClick={withPencil(colour, 'notes-clear')}
              >
                <Eraser size={13} />
              </IconButton>
            </div>
          );
        })}
      </Choices>
      <ul className="flex flex-col">
        {rows.map(({ id, frame, colour, text }) => (
          <li key={id} className="flex h-6 items-center gap-1.5">
            <Hint text={`Go to frame ${frame + 1}`}>
              <button
                type="button"
                className="w-9 rounded text-right font-mono text-xs text-second tabular hover:text-accent"
                onClick={() => goToFrame(commands, frame)}
              >
                {frame + 1}
              </button>
            </Hint>
            {colour ? <Mark colour={colour} /> : <span className="w-2.5 text-center text-accent">▸</span>}
            <NameInput
              label={colour ? `Note at frame ${frame + 1}` : `Name of frame ${frame + 1}`}
              className={`h-5.5 flex-1 text-sm ${colour ? '' : 'font-semibold text-accent'}`}
              value={text}
              onDone={(next) => rewrite(frame, colour, next)}
            />
            <IconButton label={`Rub out ${text}`} className="!h-5.5" onClick={() => rewrite(frame, colour, '')}>
              <Eraser size={12} />
            </IconButton>
          </li>
        ))}
      </ul>
      {rows.length === 0 && (
        <p className="text-second">
          Nothing is noted. Notes stand beside the sound; named frames can be gone to by key.
        </p>
      )}
    </div>
  );
}

/** Each pencil has a shape of its own too, as on the sheet. */
function Mark({ colour }: { colour: NoteColour }) {
  return (
    <svg aria-hidden="true" width="10" height="10" viewBox="-5 -5 10 10" fill={NOTE[colour]} className="shrink-0">
      {colour === 'blue' && <circle r="4" />}
      {colour === 'plum' && <path d="M0-4.5 4.5 4h-9z" />}
      {colour === 'ochre' && <rect x="-3.6" y="-3.6" width="7.2" height="7.2" />}
    </svg>
  );
}
