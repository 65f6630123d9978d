/** One way to check plain data that comes in from outside, and one sentence for what is wrong with it. */
import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { type ValidationError, validateSync } from 'class-validator';
import { BadFile } from '../shot/bad-file.ts';

/** The first complaint of a validation, with the way to it: "layers 3, exposures 12: frames must not be less than 1". */
function firstComplaint(errors: ValidationError[]): string {
  const way: string[] = [];
  let error: ValidationError | undefined = errors[0];
  while (error?.children?.length) {
    way.push(/^\d+$/.test(error.property) ? String(Number(error.property) + 1) : error.property);
    error = error.children[0];
  }
  const what = Object.values(error?.constraints ?? {})[0] ?? 'is not as it should be';
  const place = way
    .join(' ')
    .replace(/ (\d+)/g, ' $1,')
    .replace(/,$/, '');
  return place ? `${place}: ${what}` : what;
}

/** Checks plain data against a part's class. `outcome`: what comes of it when it fails. @throws BadFile with one sentence. */
export function checkPart<T extends object>(
  kind: new () => T,
  data: unknown,
  where: string,
  outcome = 'the shot was not opened',
): T {
  if (typeof data !== 'object' || data === null || Array.isArray(data)) {
    throw new BadFile(`The ${where} in this file is not what it should be, so ${outcome}.`);
  }
  const part = plainToInstance(kind, data);
  const errors = validateSync(part, { whitelist: true, forbidUnknownValues: true });
  if (errors.length > 0) {
    throw new BadFile(
      `The ${where} in this file has a value that cannot be (${firstComplaint(errors)}), so ${outcome}.`,
    );
  }
  return part;
}
