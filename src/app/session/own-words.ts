/** Words of one's own and the dictionary in use: of this browser, for all shots. */
import { createStore } from 'zustand/vanilla';
import { BadFile } from '../../core/shot/index.ts';
import { type Dictionary, typedSounds } from '../../core/speech/index.ts';
import { type Database, readSetting, writeSetting } from '../../store/index.ts';

interface OwnWords {
  /** Lower-case word → sounds as typed. */
  own: Record<string, string>;
  /** A dictionary brought in; null: the shipped one. */
  dictionary: Dictionary | null;
  /** What that dictionary is called. */
  name: string;
}

const SETTING = 'own-words';

export const ownWords = createStore<OwnWords>(() => ({ own: {}, dictionary: null, name: '' }));

export async function readOwnWords(db: Database): Promise<void> {
  const kept = await readSetting<OwnWords>(db, SETTING);
  if (kept) ownWords.setState(kept, true);
}

async function keep(db: Database, change: Partial<OwnWords>): Promise<void> {
  ownWords.setState(change);
  await writeSetting(db, SETTING, ownWords.getState());
}

/** Sets how a word is said; without sounds the word is forgotten. @throws BadFile with a sentence. */
export async function setOwnWord(db: Database, word: string, sounds: string): Promise<void> {
  const key = word.trim().toLowerCase();
  const own = { ...ownWords.getState().own };
  if (!sounds.trim()) delete own[key];
  else if (typedSounds(sounds)) own[key] = sounds.trim().toUpperCase();
  else throw new BadFile(`“${sounds}” are not sounds. Write them as signs with spaces between, like G UH D for good.`);
  await keep(db, { own });
}

/** Lines of a dictionary: a word, then its sounds. */
const ENTRY = /^([^\s;]+)\s+([A-Z0-2 ]+?)\s*(?:#.*)?$/;

/** Takes a dictionary from a text file: a word a line, its sounds after it. Null: the shipped one again. @throws BadFile. */
export async function takeDictionary(db: Database, file: File | null): Promise<void> {
  if (!file) {
    await keep(db, { dictionary: null, name: '' });
    return;
  }
  const dictionary: Dictionary = {};
  let count = 0;
  for (const line of (await file.text()).split(/\r?\n/)) {
    const [, word, sounds] = ENTRY.exec(line) ?? [];
    if (!word || !typedSounds(sounds)) continue;
    dictionary[word.toLowerCase()] = sounds;
    count++;
  }
  if (count === 0)
    throw new BadFile(`“${file.name}” holds no words with sounds. A dictionary has a word a line, like GOOD  G UH D.`);
  await keep(db, { dictionary, name: file.name });
}
