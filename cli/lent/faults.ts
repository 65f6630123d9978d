/** What can go wrong outside of the shot, each with one sentence for the person. */

/** A program that is needed is not there. */
export class MissingProgram extends Error {
  override name = 'MissingProgram';
}

/** What was asked on the command line cannot be. */
export class BadCall extends Error {
  override name = 'BadCall';
}

/** It cannot be written where it was to go. */
export class CannotWrite extends Error {
  override name = 'CannotWrite';
}

/** The person stopped it. */
export class Stopped extends Error {
  override name = 'Stopped';
  constructor() {
    super('Stopped; nothing was written.');
  }
}

/** A sentence for what the system says of a file or folder. */
export function systemSays(error: unknown, path: string): string {
  const { code, message } = error as NodeJS.ErrnoException;
  switch (code) {
    case 'ENOENT':
      return `There is no “${path}”.`;
    case 'EACCES':
    case 'EPERM':
    case 'EROFS':
      return `“${path}” must not be written or read by this user. Choose another folder, or ask for the right to it.`;
    case 'ENOSPC':
    case 'EDQUOT':
      return `The disk of “${path}” is full. Make room, or choose another folder.`;
    case 'ENOTDIR':
    case 'EEXIST':
      return `“${path}” is in the way: a file lies where a folder is needed. Choose another folder.`;
    case 'EISDIR':
      return `“${path}” is a folder. Name a file.`;
    default:
      return `“${path}”: ${message}.`;
  }
}
