/** Texts being typed. */
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';

/** A key pressed for itself, and not to choose among the words an input method offers. */
export function isPressed(event: KeyboardEvent, key: string): boolean {
  return event.key === key && !event.nativeEvent.isComposing;
}

/**
 * A text being typed into a field. From its first letter it holds on to what it is for: `take` is the one given then, even
 * if the field has come to show something else by the time the text is finished, or is gone.
 */
export function useDraft(value: string, take: (text: string) => void) {
  const [draft, setDraft] = useState<string | null>(null);
  const begun = useRef<{ text: string; take: (text: string) => void } | null>(null);
  const finish = () => {
    const now = begun.current;
    begun.current = null;
    setDraft(null);
    now?.take(now.text);
  };
  // A field that is taken away says nothing of it: what was typed is taken all the same.
  useEffect(() => () => begun.current?.take(begun.current.text), []);
  return {
    text: draft ?? value,
    write(text: string) {
      begun.current = { text, take: begun.current?.take ?? take };
      setDraft(text);
    },
    finish,
    /** Gives the old text back. */
    drop() {
      begun.current = null;
      setDraft(null);
    },
  };
}
