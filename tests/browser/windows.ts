/** The windows over the desk: the keys that open each, and words that stand in it. */
import type { Animator } from './hands.ts';

const WINDOWS: [keys: Parameters<Animator['hand']['key']>, words: string][] = [
  [['Control', 'KeyK'], 'All commands'],
  [['Shift', 'Slash'], 'Keys'],
  [['Control', 'Comma'], 'Shot settings'],
  [['AltLeft', 'KeyE'], 'Length of the shot'],
  [['AltLeft', 'Insert'], 'Read a timing'],
  [['Control', 'AltLeft', 'KeyS'], 'Versions'],
  [['AltLeft', 'Shift', 'Home'], 'Bring another shot in'],
];

/** Opens each window over the desk, has it looked at, and closes it by key. */
export async function eachWindow(animator: Animator, look: (name: string) => Promise<void>): Promise<void> {
  for (const [keys, words] of WINDOWS) {
    await animator.hand.key(...keys);
    await animator.page.waitForFunction(
      (name) => document.querySelector('[role="dialog"]')?.textContent?.includes(name),
      {},
      words,
    );
    await animator.hand.wait(250);
    await look(words);
    await animator.hand.key('Escape');
    await animator.page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
  }
}

/** Opens each card of a list of tabs and has it looked at. */
export async function eachCard(animator: Animator, list: string, look: (card: string) => Promise<void>): Promise<void> {
  const tabs = `[role="tablist"][aria-label="${list}"] [role="tab"]`;
  await animator.page.waitForSelector(tabs, { visible: true });
  const names = await animator.page.$$eval(tabs, (all) => all.map((tab) => tab.textContent!));
  if (names.length < 2) throw new Error(`There are no cards in “${list}”.`);
  for (const name of names) {
    await animator.hand.press(name, 'tab');
    await animator.hand.settled();
    await look(name);
  }
}
