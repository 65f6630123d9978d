import { Refused } from '../shot/refused.ts';

/** Timing that cannot be done; the message is one sentence for the person. Nothing has been changed. */
export class BadTiming extends Refused {}
