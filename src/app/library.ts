import { Database } from '../store/index.ts';

/** The one database of this browser. */
export const db = new Database();
