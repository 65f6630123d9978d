/** An edit that cannot be made. The message is one sentence for the person: what, and what to do. Nothing was changed. */
export class Refused extends Error {
  override name = 'Refused';
}
