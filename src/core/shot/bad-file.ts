/** A file that cannot be taken in. The message is one sentence for the person: what, where, what to do. */
export class BadFile extends Error {
  override name = 'BadFile';
}
