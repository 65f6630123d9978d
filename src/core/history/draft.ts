import { current, isDraft } from 'mutative';

/**
 * A part of a draft as plain data, for computing with: reading thousands of exposures through a draft would make a draft
 * of each. Anything that is no draft is given back as it is.
 */
export function plain<T>(part: T): T {
  return isDraft(part) ? (current(part as T & object) as T) : part;
}
