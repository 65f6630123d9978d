import { toast } from 'sonner';

/** Says a sentence to the person, at the edge of the window; the same sentence is not stacked. */
export function say(text: string): void {
  toast(text, { id: text });
}
