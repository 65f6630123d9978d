import ArrowDown from 'lucide-react/icons/arrow-down';
import ArrowUp from 'lucide-react/icons/arrow-up';
import Eraser from 'lucide-react/icons/eraser';
import Pencil from 'lucide-react/icons/pencil';
import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { READING_WAYS } from '../../core/mouths/index.ts';
import { soundsOfClip } from '../../core/reading/index.ts';
import { findClip, LIMITS, NOTE_COLOURS } from '../../core/shot/index.ts';
import { DOUBTFUL_FIT, type SpokenWord } from '../../core/speech/index.ts';
import { useCommand, useCommands } from '../commands/context.ts';
import { READING_WAY_WORDS, readClip } from '../commands/reading.ts';
import { clipInHand } from '../commands/sound.ts';
import { say } from '../frame/saying.ts';
import { db } from '../library.ts';
import { Button, Hint, IconButton } from '../parts/Button.tsx';
import { ChoiceList } from '../parts/ChoiceList.tsx';
import { isPressed, useDraft } from '../parts/draft.ts';
import { FileButton } from '../parts/FileButton.tsx';
import { sentence } from '../parts/files.ts';
import { NameInput } from '../parts/NameInput.tsx';
import { Progress } from '../parts/Progress.tsx';
import { looks } from '../session/looks.ts';
import { useOpenShot, useShot, useShotParts, useView } from '../session/open-shot.ts';
import { ownWords, setOwnWord, takeDictionary } from '../session/own-words.ts';
import { NOTE } from '../sheet/sheet-colours.ts';

const FROM: Record<SpokenWord['by'], string> = {
  own: 'your own',
  dictionary: 'dictionary',
  rules: 'by spelling rules',
  letters: 'letter by letter',
};

/** The words of a clip, how they are said, and the reading made of them. */
export function ReadingCard() {
  const { session, sound } = useOpenShot();
  const commands = useCommands();
  const shot = useShotParts('reading', 'tracks', 'fps');
  useView((state) => state.clip);
  const { own, dictionary, name } = useStore(ownWords.store);
  const [share, setShare] = useState<number | null>(null);
  const [outcome, setOutcome] = useState('');
  const [spoken, setSpoken] = useState<SpokenWord[] | null>([]);
  // With one clip of dialogue there is no need to press it first.
  const held = clipInHand(commands) ?? firstClip(commands);
  const clip = held?.clip;
  const text = clip?.words ?? '';
  const draft = useDraft(text, (words) => {
    if (clip && words !== clip.words)
      session.change('words of the clip', (each) => {
        const own = findClip(each, clip.id)?.clip;
        if (own) own.words = words;
      });
  });
  useEffect(() => {
    let here = true;
    setSpoken((now) => (text.trim() && !now?.length ? null : now));
    if (text.trim())
      void sound
        .pronounce({ text, own, dictionary })
        .then((words) => here && setSpoken(words))
        .catch(() => here && setSpoken([]));
    else setSpoken([]);
    return () => {
      here = false;
    };
  }, [text, own, dictionary, sound]);
  const read = async () => {
    draft.finish();
    const now = clip && findClip(session.shot, clip.id)?.clip;
    if (!now) return;
    // The worker's last words on how far it is may come after what it was done for.
    let going = true;
    setShare(0);
    setOutcome('');
    try {
      setOutcome(await readClip(commands, now, (done) => going && setShare(done)));
    } catch (error) {
      setOutcome(sentence(error));
    }
    going = false;
    setShare(null);
  };
  const sounds = clip ? soundsOfClip(shot, clip.id).filter(({ fit }) => fit !== null) : [];
  const fit = sounds.reduce((sum, each) => sum + each.fit!, 0) / Math.max(1, sounds.length);
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-2 p-3 text-sm">
      <section className="flex min-w-[16.25rem] flex-[2] flex-col gap-1.5" aria-label="Words of the clip">
        <label className="flex flex-col gap-1">
          <span>{clip ? `What is said in “${clip.name}”` : 'What is said'}</span>
          <textarea
            aria-label="Words spoken in the clip"
            className="h-14 w-full resize-none rounded-md border border-edge bg-field px-2 py-1 text-base"
            disabled={!clip}
            maxLength={LIMITS.maxWords}
            placeholder={
              clip
                ? 'Type the words as they are spoken, in English.'
                : 'Bring in the dialogue first, or take a clip in hand.'
            }
            value={draft.text}
            onChange={(event) => draft.write(event.target.value)}
            onBlur={draft.finish}
            onKeyDown={(event) => {
              if (isPressed(event, 'Enter') && (event.ctrlKey || event.metaKey)) void read();
              if (isPressed(event, 'Escape')) event.currentTarget.blur();
            }}
          />
        </label>
        <div className="flex items-center gap-2">
          <Button look="main" disabled={!clip || share !== null} onClick={() => void read()}>
            {draft.text.trim() ? 'Read the line' : 'Read by ear'}
          </Button>
          {share !== null && <Progress label="Reading" share={share} className="h-1.5 w-32" />}
          {share === null && sounds.length > 0 && (
            <output
              aria-label="Sureness of the reading"
              className={fit < DOUBTFUL_FIT ? 'text-attention' : 'text-fine'}
            >
              {fit < DOUBTFUL_FIT ? 'in doubt' : fit < DOUBTFUL_FIT + 0.8 ? 'fairly sure' : 'sure'}
            </output>
          )}
        </div>
        {outcome && (
          <p role="status" className={outcome.startsWith('Read.') ? 'text-second' : 'text-attention'}>
            {outcome}
          </p>
        )}
      </section>
      <section className="flex min-w-[11.875rem] flex-1 flex-col gap-1" aria-label="How the words are said">
        <p className="font-medium">How they are said</p>
        {!spoken?.length ? (
          <p className="text-second">
            {spoken === null
              ? 'Looking the words up…'
              : 'The sounds of each word stand here; write your own where one is wrong.'}
          </p>
        ) : (
          <ul className="max-h-24 overflow-y-auto pr-1">
            {spoken.map((word, i) => (
              <Hint key={i} text={FROM[word.by]}>
                <li className="flex h-6 items-center gap-1.5">
                  <span className="w-20 shrink-0 truncate">{word.text}</span>
                  <NameInput
                    label={`Sounds of ${word.text}`}
                    className={`h-5.5 flex-1 font-mono text-xs ${word.by === 'rules' ? 'text-attention' : word.by === 'own' ? 'text-accent' : ''}`}
                    value={word.variants[0].join(' ')}
                    onDone={(next) =>
                      void setOwnWord(session.db, word.text, next).catch((error) => say(sentence(error)))
                    }
                  />
                  {word.by === 'own' && (
                    <IconButton
                      label={`The dictionary’s ${word.text} again`}
                      className="!h-5.5 !w-6"
                      onClick={() => void setOwnWord(session.db, word.text, '')}
                    >
                      <Eraser size={12} />
                    </IconButton>
                  )}
                </li>
              </Hint>
            ))}
          </ul>
        )}
        <div className="flex items-center gap-2 text-xs text-second">
          <span className="min-w-0 truncate">{name || 'English dictionary'}</span>
          {name ? (
            <Button look="quiet" className="!h-6 !px-1.5" onClick={() => void takeDictionary(session.db, null)}>
              Shipped one
            </Button>
          ) : (
            <FileButton
              name="dictionary-file"
              accept=".txt,.dict,text/plain"
              onFiles={([file]) => void takeDictionary(session.db, file).catch((error) => say(sentence(error)))}
            >
              Another…
            </FileButton>
          )}
        </div>
      </section>
      <Pencils />
    </div>
  );
}

/** The first clip with words, else the first of all: what is read when none is in hand. */
function firstClip({ session }: Parameters<typeof clipInHand>[0]) {
  const all = session.shot.tracks.flatMap((track) => track.clips.map((clip) => ({ clip, track })));
  return all.find(({ clip }) => clip.words) ?? all[0] ?? null;
}

/** The three pencils sounds are written with, and what is done to all of one. */
function Pencils() {
  const { view, session } = useOpenShot();
  const reading = useShot((shot) => shot.reading);
  const pencil = useView((state) => state.noteColour);
  const write = useCommand('write-sound');
  const next = useCommand('reading-way');
  const way = useStore(looks.store, ({ reading }) => reading);
  const edits = [
    [useCommand('sounds-earlier'), ArrowUp, 'a frame earlier'],
    [useCommand('sounds-later'), ArrowDown, 'a frame later'],
    [useCommand('sounds-recolour'), Pencil, 'in the next pencil'],
    [useCommand('sounds-clear'), Eraser, 'rubbed out'],
  ] as const;
  return (
    <section className="flex w-[13.75rem] flex-col gap-0.5" aria-label="Pencils of the reading">
      <div className="mb-1 flex gap-1">
        <Button className="!h-6 flex-1 !px-1" title={`${write.name} (${write.keys})`} onClick={write.run}>
          Write a sound
        </Button>
        <ChoiceList
          label="Sounds are written"
          about={`How the track reading is written (next: ${next.keys})`}
          className="w-24"
          value={way}
          options={READING_WAYS.map((each) => [each, READING_WAY_WORDS[each]])}
          onChoose={(reading) => void looks.put(db, { reading })}
        />
      </div>
      {NOTE_COLOURS.map((colour) => {
        const count = reading.filter((sound) => sound.colour === colour).length;
        return (
          <div key={colour} className={`flex h-6.5 items-center rounded-md px-1 ${pencil === colour ? 'bg-wash' : ''}`}>
            <button
              type="button"
              aria-pressed={pencil === colour}
              className="flex-1 text-left"
              style={{ color: NOTE[colour] }}
              onClick={() => view.setState({ noteColour: colour })}
            >
              {colour} <span className="text-second">{count === 0 ? '' : count}</span>
            </button>
            {edits.map(([command, Icon, says]) => (
              <IconButton
                key={says}
                label={`All ${colour} sounds ${says}`}
                keys={command.keys}
                className="!h-6 !w-6"
                disabled={count === 0 || session.readOnly !== null}
                onClick={() => {
                  view.setState({ noteColour: colour });
                  command.run();
                }}
              >
                <Icon size={12} />
              </IconButton>
            ))}
          </div>
        );
      })}
    </section>
  );
}
