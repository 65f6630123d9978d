/**
 * What a delivery format asks besides frames, size and background: each question once, with its words, its bounds and its
 * first answer. The form, the check of what is kept and the type of the answers are all made from it.
 */

export type Answer = boolean | number | string;

interface AskOf<Kind extends string, T extends Answer> {
  kind: Kind;
  name: string;
  start: T;
  /** It is asked only where another question has this answer. */
  only?: { key: string; is: Answer };
}

export type YesAsk = AskOf<'yes', boolean>;
export interface ChoiceAsk<T extends string = string> extends AskOf<'choice', T> {
  /** The words of each answer. */
  of: Readonly<Record<T, string>>;
}
export interface NumberAsk extends AskOf<'number', number> {
  min: number;
  max: number;
  unit: string;
}
export type Ask = YesAsk | ChoiceAsk | NumberAsk;
export type Asks = Readonly<Record<string, Ask>>;

/** The answers to questions, by their keys. */
export type Answers<A extends Asks> = { [Key in keyof A]: A[Key]['start'] };

export const yes = (name: string, start: boolean): YesAsk => ({ kind: 'yes', name, start });

export const choice = <const T extends string>(
  name: string,
  of: Readonly<Record<T, string>>,
  start: NoInfer<T>,
): ChoiceAsk<T> => ({ kind: 'choice', name, of, start });

export const number = (name: string, start: number, min: number, max: number, unit = ''): NumberAsk => ({
  kind: 'number',
  name,
  start,
  min,
  max,
  unit,
});

/** A question that is asked only where another has a certain answer. */
export const onlyWhere = <A extends Ask>(key: string, is: Answer, ask: A): A => ({ ...ask, only: { key, is } });

/** Why an answer cannot be, in a sentence; empty when it can. */
export function faultOf(ask: Ask, answer: unknown): string {
  switch (ask.kind) {
    case 'yes':
      return typeof answer === 'boolean' ? '' : `“${ask.name}” is yes or no.`;
    case 'choice':
      return typeof answer === 'string' && Object.hasOwn(ask.of, answer)
        ? ''
        : `“${ask.name}” is one of: ${Object.values(ask.of).join(', ')}.`;
    case 'number':
      return typeof answer === 'number' && Number.isInteger(answer) && answer >= ask.min && answer <= ask.max
        ? ''
        : `“${ask.name}” is a whole number from ${ask.min} to ${ask.max}.`;
  }
}
