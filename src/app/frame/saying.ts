import { toast } from 'sonner';

/** Says a sentence to the person, at the edge of the window, as long as it takes to read; the same one is not stacked. */
export function say(text: string): void {
  toast(text, { id: text, duration: 4000 + 60 * text.length });
}
