import { useState } from 'react';
import { sentence } from './files.ts';

/** One piece of work at a time, with whether one is under way; what fails is told in a sentence. */
export function useWork(onWrong: (words: string) => void): {
  busy: boolean;
  during(work: () => Promise<unknown>): Promise<void>;
} {
  const [busy, setBusy] = useState(false);
  const during = async (work: () => Promise<unknown>) => {
    setBusy(true);
    try {
      await work();
    } catch (error) {
      onWrong(sentence(error));
    } finally {
      setBusy(false);
    }
  };
  return { busy, during };
}
