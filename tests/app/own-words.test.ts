/** Words of one's own and another dictionary, kept in the browser. */
import 'fake-indexeddb/auto';
import { afterEach, describe, expect, test } from 'vitest';
import { ownWords, setOwnWord, takeDictionary } from '../../src/app/session/own-words.ts';
import { Database } from '../../src/store/index.ts';

const db = new Database('own-words');
const file = (text: string, name = 'words.txt') => new File([text], name, { type: 'text/plain' });

afterEach(async () => {
  await takeDictionary(db, null);
  for (const word of Object.keys(ownWords.get().own)) await setOwnWord(db, word, '');
});

describe('words of one’s own', () => {
  test('are kept in capitals under the word in small letters, and forgotten without sounds', async () => {
    await setOwnWord(db, ' Lampe ', 'l ae m p');
    expect(ownWords.get().own).toEqual({ lampe: 'L AE M P' });
    ownWords.store.setState({ own: {} });
    await ownWords.read(db);
    expect(ownWords.get().own).toEqual({ lampe: 'L AE M P' });
    await setOwnWord(db, 'LAMPE', '');
    expect(ownWords.get().own).toEqual({});
  });
  test('what is no sound is refused in a sentence and nothing changes', async () => {
    await expect(setOwnWord(db, 'lamp', 'lamp')).rejects.toThrow('are not sounds');
    expect(ownWords.get().own).toEqual({});
  });
});

describe('another dictionary', () => {
  test('is a text of words and sounds; remarks and other lines are passed over', async () => {
    await takeDictionary(db, file(';;; made for the test\nGOOD  G UH1 D\ngood(2) G IH D # quick\n\nnot a line\n'));
    expect(ownWords.get()).toMatchObject({
      name: 'words.txt',
      dictionary: { good: 'G UH1 D', 'good(2)': 'G IH D' },
    });
    await takeDictionary(db, null);
    expect(ownWords.get()).toMatchObject({ name: '', dictionary: null });
  });
  test('a file without words is refused and the one in use stays', async () => {
    await takeDictionary(db, file('LAMP L AE M P'));
    await expect(takeDictionary(db, file('dear animator', 'letter.txt'))).rejects.toThrow(
      '“letter.txt” holds no words',
    );
    expect(ownWords.get().name).toBe('words.txt');
  });
});
