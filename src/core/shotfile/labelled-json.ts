/** JSON files of ours say what they are and by which version they were written. */
import { BadFile } from '../shot/bad-file.ts';

interface Label {
  format: string;
  /** The latest version that can be read. */
  version: number;
  /** The sentence for a file of another kind. */
  notOurs: string;
  /** What the file is called in sentences. */
  called: string;
}

/** The data of such a file, not checked yet beyond its label. @throws BadFile with one sentence */
export function readLabelled(text: string, { format, version, notOurs, called }: Label): unknown {
  let data: { format?: unknown; version?: unknown } | null;
  try {
    data = JSON.parse(text);
  } catch {
    throw new BadFile(notOurs);
  }
  if (data?.format !== format) throw new BadFile(notOurs);
  if (typeof data.version !== 'number' || !Number.isInteger(data.version) || data.version < 1)
    throw new BadFile(`${called} does not say its version; it is damaged. Ask for it again, or choose another.`);
  if (data.version > version)
    throw new BadFile(`${called} was made by a later version of Vignette. Update Vignette to read it.`);
  return data;
}
