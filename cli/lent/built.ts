/** Where the built programs lie, painting threads among them. */
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';

/** This file is built into that folder; under test it is not, and the folder is named. */
export const builtFolder = (): string => process.env.VIGNETTE_PROGRAMS ?? dirname(fileURLToPath(import.meta.url));
