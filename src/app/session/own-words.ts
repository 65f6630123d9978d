/** Words of one's own and the dictionary in use: of this browser, for all shots. */
import { IsOptional, IsString, MaxLength } from 'class-validator';
import { BadFile } from '../../core/shot/index.ts';
import { IsRecord } from '../../core/shot/part.ts';
import { type Dictionary, typedSounds } from '../../core/speech/index.ts';
import type { Database } from '../../store/index.ts';
import { Kept } from './kept.ts';

class OwnWords {
  /** Lower-case word → sounds as typed. */
  @IsRecord((sounds) => typeof sounds === 'string') own: Record<string, string> = {};
  /** A dictionary brought in; null: the shipped one. */
  @IsOptional() @IsRecord((sounds) => typeof sounds === 'string') dictionary: Dictionary | null = null;
  /** What that dictionary is called. */
  @IsString() @MaxLength(255) name = '';
}

export const ownWords = new Kept({ key: 'own-words', version: 1, shape: OwnWords });

/** Sets how a word is said; without sounds the word is forgotten. @throws BadFile with a sentence. */
export async function setOwnWord(db: Database, word: string, sounds: string): Promise<void> {
  const key = word.trim().toLowerCase();
  const own = { ...ownWords.get().own };
  if (!sounds.trim()) delete own[key];
  else if (typedSounds(sounds)) own[key] = sounds.trim().toUpperCase();
  else throw new BadFile(`“${sounds}” are not sounds. Write them as signs with spaces between, like G UH D for good.`);
  await ownWords.put(db, { own });
}

/** Lines of a dictionary: a word, then its sounds. */
const ENTRY = /^([^\s;]+)\s+([A-Z0-2 ]+?)\s*(?:#.*)?$/;

/** Takes a dictionary from a text file: a word a line, its sounds after it. Null: the shipped one again. @throws BadFile. */
export async function takeDictionary(db: Database, file: File | null): Promise<void> {
  if (!file) {
    await ownWords.put(db, { dictionary: null, name: '' });
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
  await ownWords.put(db, { dictionary, name: file.name });
}
